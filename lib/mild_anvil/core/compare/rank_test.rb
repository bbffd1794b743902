# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # Which of two groups tends to be stronger, without assuming any shape: the exact rank test, ties included.
      class RankTest
        MOST = 60 # values in all; the exact count of arrangements stays quick up to here

        attr_reader :rank_sum_a, :count_a, :count_b

        # @param a [Array<Float>]
        # @param b [Array<Float>]
        # @raise [InsufficientData] with an empty group; [InvalidInput] with too many values
        # Source: Conover, Practical Nonparametric Statistics, 3rd edition 1999, section 5.1
        # Method: all arrangements of the midranks, counted in whole numbers.
        def initialize(a, b)
          a, b = [a, b].map { |list| Statistics::Checks.floats(list) }
          raise InsufficientData, "each group needs at least one value" if a.empty? || b.empty?
          if a.size + b.size > MOST
            raise InvalidInput.new("the exact rank test takes up to #{MOST} values",
                                   values: a.size + b.size)
          end

          @a = a
          @b = b
          @count_a = a.size
          @count_b = b.size
          @doubled = doubled_ranks(a + b)
          @rank_sum_a = @doubled.first(count_a).sum / 2.0
        end

        def u_a = rank_sum_a - (count_a * (count_a + 1) / 2.0)
        def u_b = (count_a * count_b) - u_a
        def ties? = @doubled.uniq.size < @doubled.size

        # @return [Float] chance of a rank sum at least so far from its mean
        def p_two_sided
          mean = count_a * (count_a + count_b + 1) # doubled
          far = ((2 * rank_sum_a) - mean).abs
          share { |sum| (sum - mean).abs >= far - 1.0e-9 }
        end

        def p_a_less = share { |sum| sum <= (2 * rank_sum_a) + 1.0e-9 }
        def p_a_greater = share { |sum| sum >= (2 * rank_sum_a) - 1.0e-9 }

        # @return [Float] chance that a piece of a is stronger than one of b; half for equals
        def probability_a_above_b = u_a / (count_a * count_b)

        # @return [Float] median of all differences: by how much a is stronger
        # Source: Hodges and Lehmann, Annals of Mathematical Statistics 34 (1963)
        def shift
          sorted = @a.product(@b).map { |x, y| x - y }.sort
          (sorted[(sorted.size - 1) / 2] + sorted[sorted.size / 2]) / 2.0
        end

        # @return [Float] by the normal approximation with corrections for ties and continuity
        def p_normal
          n = count_a + count_b
          ties = @doubled.tally.values.sum { |t| (t**3) - t }
          variance = count_a * count_b / 12.0 * ((n + 1) - (ties / (n * (n - 1)).to_f))
          z = ((u_a - (count_a * count_b / 2.0)).abs - 0.5) / Math.sqrt(variance)
          [2 * Statistics::Normal.upper_tail([z, 0.0].max), 1.0].min
        end

        private

        # Twice the midrank, so that ties stay whole numbers.
        def doubled_ranks(values)
          sorted = values.sort
          values.map do |v|
            first = sorted.bsearch_index { |x| x >= v }
            last = (sorted.bsearch_index { |x| x > v } || sorted.size) - 1
            first + last + 2
          end
        end

        # How many ways of choosing count_a ranks give each sum.
        def arrangements
          @arrangements ||= @doubled.each_with_object(Array.new(count_a + 1) do
            Hash.new(0)
          end.tap { |ways| ways[0][0] = 1 }) do |rank, ways|
            count_a.downto(1) { |k| ways[k - 1].each { |sum, n| ways[k][sum + rank] += n } }
          end.last
        end

        def share(&block)
          total = arrangements.values.sum
          arrangements.sum { |sum, n| yield(sum) ? n : 0 }.fdiv(total)
        end
      end
    end
  end
end
