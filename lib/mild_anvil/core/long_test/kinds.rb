# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      # All kinds of long and other tests, in the order in which they are offered.
      module Kinds
        module_function

        # @return [Array<Class>]
        def all = @all ||= [Sustained, Relaxation, CrackCycling, Fatigue, Moving, Retention, Valve, Drop, Peel].freeze

        # @raise [InvalidInput]
        def fetch!(key)
          all.find { |kind| kind.key == key } ||
            raise(InvalidInput.new("“#{key}” is no kind of test; there are #{all.map(&:key).join(', ')}",
                                   fields: { kind: "is not known" }))
        end
      end
    end
  end
end
