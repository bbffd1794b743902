# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      # How much something asks to be looked at, the least first.
      module Tones
        ALL = %w[ok look alarm].freeze

        module_function

        # @param tones [Array<String>]
        # @return [String] ok where there are none
        def worst(tones) = tones.max_by { |tone| ALL.index(tone) } || "ok"
      end
    end
  end
end
