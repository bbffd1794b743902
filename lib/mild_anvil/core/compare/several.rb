# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # Several tests at once: chances raised so that all of them together keep what one promises.
      module Several
        module_function

        # @param p [Array<Float>] in any order
        # @return [Array<Float>] in the same order
        # Source: Holm, Scandinavian Journal of Statistics 6 (1979)
        def holm(p)
          order = checked(p).each_index.sort_by { |i| p[i] }
          highest = 0.0
          raised = order.each_with_index.to_h do |i, place|
            [i, highest = (p[i] * (p.size - place)).clamp(highest, 1.0)]
          end
          p.each_index.map { |i| raised[i] }
        end

        # @return [Array<Float>] each times their number
        def bonferroni(p) = checked(p).map { |v| [v * p.size, 1.0].min }

        # @return [Array<Float>] the share of false findings instead of the chance of any
        # Source: Benjamini and Hochberg, Journal of the Royal Statistical Society B 57 (1995)
        def benjamini_hochberg(p)
          order = checked(p).each_index.sort_by { |i| -p[i] }
          lowest = 1.0
          lowered = order.each_with_index.to_h do |i, place|
            [i, lowest = [lowest, p[i] * p.size / (p.size - place)].min]
          end
          p.each_index.map { |i| lowered[i] }
        end

        def checked(p)
          raise InsufficientData, "there is no test to raise" if p.empty?
          raise InvalidInput.new("chances lie between 0 and 1", p: p) unless p.all? { |v| v.between?(0, 1) }

          p
        end
        private_class_method :checked
      end
    end
  end
end
