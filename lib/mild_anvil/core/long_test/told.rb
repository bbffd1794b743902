# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      # What is told of one station: its newest state in a few words, then the sentences. lines: [Line]
      Told = Struct.new(:id, :name, :headline, :tone, :lines, keyword_init: true)
    end
  end
end
