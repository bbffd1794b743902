# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      # One sentence of an answer. key: what it is about; tone: ok, look, alarm
      Line = Struct.new(:key, :text, :tone, keyword_init: true)
    end
  end
end
