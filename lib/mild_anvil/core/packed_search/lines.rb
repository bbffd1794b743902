# frozen_string_literal: true

module MildAnvil
  module Core
    module PackedSearch
      # The exact best cut of several channels at once into straight lines, by dynamic programming with pruning.
      #
      # Source: B. Jackson et al., "An algorithm for optimal partitioning of data on an interval" (2005); the pruning of
      # R. Killick, P. Fearnhead and I. A. Eckley, "Optimal detection of changepoints with a linear computational cost"
      # (2012).
      class Lines
        # @param xs [Array<Float>] shape (n,), never decreasing
        # @param channels [Array<Array<Float>>] each of shape (n,), in units of its own noise
        # @param penalty [Float] what one more line costs
        # @param fewest [Integer] points of a line
        # @raise [ArgumentError] for channels of another length
        def initialize(xs, channels, penalty, fewest)
          raise ArgumentError, "channels of different length" if channels.any? { |ys| ys.size != xs.size }
          raise ArgumentError, "at least one point is needed" if fewest < 1

          @size = xs.size
          @penalty = penalty
          @fewest = fewest
          span = @size.positive? ? xs.last - xs.first : 0.0
          us = xs.map { |x| span.positive? ? (x - xs.first) / span : 0.0 }
          @u = summed(us)
          @uu = summed(us, us)
          @sums = channels.map { |ys| [summed(ys), summed(ys, ys), summed(us, ys)] }
        end

        # @return [Array<Integer>]
        def call
          return [] if @size.zero?
          return [0] if @size < @fewest

          from = cut
          found = [from[@size]]
          found.unshift(from[found.first]) while found.first.positive?
          found
        end

        private

        def cut
          best = Array.new(@size + 1, Float::INFINITY)
          best[0] = -@penalty
          from = []
          open = []
          (@fewest..@size).each do |to|
            open << (to - @fewest) if best[to - @fewest].finite?
            prices = open.map { |at| best[at] + left_over(at, to) }
            least = prices.min
            best[to] = least + @penalty
            from[to] = open[prices.index(least)]
            open = open.each_index.select { |k| prices[k] <= best[to] }.map { |k| open[k] }
          end
          from
        end

        # What the least-squares lines through points from...to of every channel leave over.
        def left_over(from, to)
          n = (to - from).to_f
          u = @u[to] - @u[from]
          suu = @uu[to] - @uu[from] - (u * u / n)
          @sums.sum { |sums| channel_left_over(sums, from...to, [n, u, suu]) }
        end

        def channel_left_over(sums, range, (n, u, suu))
          y, yy, uy = sums.map { |sum| sum[range.end] - sum[range.begin] }
          syy = yy - (y * y / n)
          suy = uy - (u * y / n)
          [suu.positive? ? syy - (suy * suy / suu) : syy, 0.0].max
        end

        def summed(one, other = nil)
          sum = 0.0
          [0.0, *one.each_with_index.map { |v, i| sum += other ? v * other[i] : v * 1.0 }]
        end
      end
    end
  end
end
