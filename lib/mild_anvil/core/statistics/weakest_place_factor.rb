# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # Factors k by which a mean is lowered to become a one-sided bound where the weakest of many like places decides:
      # a population of smallest extreme values (of logarithms: a Weibull one).
      #
      # Its tail below is the longest of the shapes that strengths are known to follow, so on forces themselves the
      # factor errs to the cautious side for normal, log-normal and Weibull populations alike.
      module WeakestPlaceFactor
        ROWS = WeakestPlaceTable::ROWS.lines.map { |line| line.split.map { |word| Float(word) } }
                                      .group_by(&:first).transform_values do |rows|
          rows.to_h { |_, coverage, *factors| [Math.log(-Math.log(coverage)), factors] }
        end
        COUNTS = ROWS.keys.freeze
        PLACES = WeakestPlaceTable::CONFIDENCES.map { |confidence| Normal.quantile(confidence) }.freeze
        MEAN = -0.5772156649015329 # of the standard smallest extreme value distribution, less Euler's constant
        DEVIATION = Math::PI / Math.sqrt(6)
        private_constant :ROWS, :COUNTS, :PLACES

        module_function

        # How many standard deviations below the mean does the bound lie that keeps +coverage+ of such a population
        # above it with +confidence+?
        #
        # @param breaks [Integer] n >= 2
        # @param coverage [Float] 0.5..0.9999, share above the bound
        # @param confidence [Float] 0.0001..0.9999; below 0.5 gives the upper confidence bound of the same percentile
        # @return [Float] k, dimensionless; three digits at the places of the table, between them on the cautious side
        # @raise [InsufficientData] if n < 2; [InvalidInput] for shares beyond the table
        # Source: bench/weakest_place_factors.rb, a million lots a row. Method: linear between the rows, in 1/√n, in
        # the percentile and in the normal quantile of the confidence.    Checked: docs/validation.md, section 1
        def of(breaks:, coverage:, confidence:)
          Checks.breaks!(breaks, at_least: 2)
          Checks.shares!(coverage: coverage, confidence: confidence)
          percentile = Math.log(-Math.log(coverage))
          place = Normal.quantile(confidence).clamp(PLACES.first, PLACES.last)
          between(1 / Math.sqrt(breaks), nodes(breaks)) { |count| at(count, percentile, place) }
        end

        # The two rows around a number, as [1/√n, n]; infinity behind the last.
        def nodes(breaks)
          above = COUNTS.find { |count| count >= breaks }
          below = COUNTS.reverse.find { |count| count <= breaks }
          [below, above].uniq.map { |count| count ? [1 / Math.sqrt(count), count] : [0.0, nil] }
        end
        private_class_method :nodes

        def between(at, nodes)
          return yield(nodes.first.last) if nodes.size == 1

          (low, first), (high, last) = nodes
          a = yield(first)
          a + ((at - low) / (high - low) * (yield(last) - a))
        end
        private_class_method :between

        def at(count, percentile, place)
          return (MEAN - percentile) / DEVIATION if count.nil?

          rows = ROWS.fetch(count)
          low, high = around(rows.keys.sort, percentile)
          between(percentile, [low, high].uniq.map { |key| [key, key] }) { |key| factor(rows.fetch(key), place) }
        end
        private_class_method :at

        def factor(row, place)
          low, high = around(PLACES, place)
          between(place, [low, high].uniq.map { |key| [key, key] }) { |key| row[PLACES.index(key)] }
        end
        private_class_method :factor

        # @raise [InvalidInput] beyond the table
        def around(places, value)
          low = places.reverse.find { |place| place <= value + EDGE }
          high = places.find { |place| place >= value - EDGE }
          return [low, high] if low && high

          raise InvalidInput.new("a share of less than 50 % or more than 99.99 % is not tabulated", place: value)
        end
        private_class_method :around

        EDGE = 1.0e-9
        private_constant :EDGE
      end
    end
  end
end
