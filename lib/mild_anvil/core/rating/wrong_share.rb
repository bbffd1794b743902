# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # A chance to be wrong in words: never said smaller than it is, and never as nothing.
      module WrongShare
        HAIR = 1.0e-4 # per cent: what a search leaves

        module_function

        # @param share [Float]
        # @return [String]
        def call(share)
          return "less than 0.1 %" if share < 0.001
          return "more than 99.9 %" if share > 0.999

          value = (share * 100) - HAIR
          value < 10 ? format("%.1f %%", (value * 10).ceil / 10.0) : "#{value.ceil} %"
        end
      end
    end
  end
end
