# frozen_string_literal: true

module MildAnvil
  module Core
    module Endurance
      # Does a long test slow down? The rates from reading to reading say it without any law.
      module Slowing
        ROUNDING_SHARE = 1.0e-9 # of a rate: what binary readings may differ by

        module_function

        # @param times [Array<Float>] shape (n,), rising
        # @param values [Array<Float>] shape (n,)
        # @return [Array<Float>] shape (n - 1,)
        # @raise [InvalidInput] where two readings have one time
        def rates(times, values)
          times, values = Statistics::Checks.pairs(times, values)
          times.zip(values).each_cons(2).map do |(t1, v1), (t2, v2)|
            unless t2 > t1
              raise InvalidInput.new("two readings stand at #{t1}: a rate needs time between them",
                                     time: t1)
            end

            (v2 - v1) / (t2 - t1)
          end
        end

        # @return [Boolean] whether no rate exceeds the one before
        def steadily?(rates) = rates.each_cons(2).all? { |a, b| b <= a + (ROUNDING_SHARE * a.abs) }
      end
    end
  end
end
