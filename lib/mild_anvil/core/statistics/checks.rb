# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # Guards shared by the public functions, so that no NaN and no silent nonsense leaves them.
      module Checks
        module_function

        # @raise [InsufficientData]
        def breaks!(count, at_least:)
          return if count.is_a?(Integer) && count >= at_least

          needed = at_least == 1 ? "at least 1 break is" : "at least #{at_least} breaks are"
          raise InsufficientData.new("#{needed} needed, there #{count == 1 ? 'is' : 'are'} #{count}",
                                     breaks: count, needed: at_least)
        end

        # Whole numbers divide without a rest in Ruby; measured ones never should.
        #
        # @param values [Array<Numeric>]
        # @return [Array<Float>]
        # @raise [InvalidInput] naming the first that is no finite number
        def floats(values)
          values.each_with_index.map do |value, i|
            next value.to_f if value.is_a?(Numeric) && value.to_f.finite?

            raise InvalidInput.new("value #{i + 1} is no number: #{value.inspect}", place: i + 1)
          end
        end

        # @return [Array(Array<Float>, Array<Float>)] two lists that belong together value by value
        # @raise [InvalidInput] when one is longer
        def pairs(first, second)
          if first.size != second.size
            raise InvalidInput.new(
              "the two lists must be equally long, they have #{first.size} and #{second.size} values",
              first: first.size, second: second.size
            )
          end

          [floats(first), floats(second)]
        end

        # @raise [InvalidInput] unless each lies strictly between 0 and 1
        def shares!(**shares)
          shares.each do |name, value|
            next if value.is_a?(Numeric) && value > 0 && value < 1

            raise InvalidInput.new("#{name} must lie strictly between 0 and 1", name => value)
          end
        end
      end
    end
  end
end
