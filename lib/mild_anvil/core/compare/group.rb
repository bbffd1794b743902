# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # Guards and sums that the comparisons share.
      module Group
        module_function

        # @param values [Array<Float>]
        # @return [Statistics::Description]
        # @raise [InsufficientData] with fewer than two values
        def described(values, name: "each group")
          if values.size < 2
            raise InsufficientData.new("#{name} needs at least 2 values, has #{values.size}",
                                       values: values.size)
          end

          Statistics::Description.of(values)
        end

        # @raise [InvalidInput]
        def positive!(values)
          return if values.all?(&:positive?)

          raise InvalidInput.new("a ratio of logarithms needs values above zero", lowest: values.min)
        end

        # @raise [InvalidInput] for a level that no power law can be asked about
        def level!(level)
          return if level.positive?

          raise InvalidInput.new("a power of level #{format('%g', level)} has no logarithm: ask for levels above 0",
                                 level: level)
        end

        # @return [Float] sum of the squares about the mean
        def squares(values)
          mean = values.sum.fdiv(values.size)
          values.sum { |v| (v - mean)**2 }
        end

        def two_sided(confidence, dof) = Statistics::StudentT.quantile((1 + confidence) / 2, dof)
      end
    end
  end
end
