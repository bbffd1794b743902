# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      # What a long test says so far. tone: ok, look, alarm; the sentence first, then what it rests on.
      #
      # stations: [Told]; lines: [Line]; verdict: a word of the kind, nil while it cannot be told
      Answer = Struct.new(:headline, :tone, :lines, :stations, :verdict, keyword_init: true)
    end
  end
end
