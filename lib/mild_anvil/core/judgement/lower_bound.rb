# frozen_string_literal: true

module MildAnvil
  module Core
    module Judgement
      # Why a value that was read is no more than a lower bound.
      module LowerBound
        WORDS = { "saturated" => "the cell was at its end", "frozen" => "the cell stood still",
                  "dropout" => "the cell was gone", "last_reading" => "it was the last reading" }.freeze

        # @param cause [String, Symbol]
        def self.in_words(cause) = WORDS.fetch(cause.to_s)
      end
    end
  end
end
