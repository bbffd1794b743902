# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # A location-scale model with explaining columns, in which "at least", "at most" and "between" count as such: what
      # groups differ by when not every piece broke.
      #
      # In h = 1/scale and c = coefficients/scale the likelihood is concave, so Newton's steps find its one maximum.
      # Source: Lawless, Statistical Models and Methods for Lifetime Data, 2nd edition 2003, chapter 6; Burridge,
      # Journal of the Royal Statistical Society B 43 (1981)
      class CensoredRegression
        FAMILIES = { normal: Statistics::Families::StandardNormal, lognormal: Statistics::Families::StandardNormal,
                     weibull: Statistics::Families::SmallestExtreme }.freeze
        LOGARITHMS = %i[lognormal weibull].freeze
        KINDS = Rating::FittedSchool::KINDS
        STEPS = 100
        HALVINGS = 50
        SETTLED = 1.0e-13
        NO_SCATTER = 1.0e-12 # of the mean: rounding, and no scatter
        FLAT = 1.0e-8 # what may be left to gain where rounding lets nothing rise any more

        attr_reader :coefficients, :scale, :log_likelihood, :breaks

        # @param observations [Array<Rating::Observation>] shape (n,), those that count
        # @param columns [Array<Array<Float>>] p columns of n values, a column of ones first
        # @param family [Symbol] of FAMILIES
        # @raise [InsufficientData] unless more values are bounded to both sides than there are unknowns, or where the
        #   likelihood has no maximum
        # @raise [InvalidInput] if a column depends on the others
        def initialize(observations, columns, family: :lognormal)
          @logs = LOGARITHMS.include?(family)
          @family = FAMILIES.fetch(family)
          @columns = columns
          @centre = observations.sum { |o| scaled(o.value_si) } / observations.size # no digits are lost to the mean
          @values = observations.map { |o| value(o) }
          @places = @values.zip(columns.transpose).group_by(&:last).map do |row, own|
            [Statistics::Likelihood.new(@family, own.map(&:first)), row]
          end
          @breaks = @values.count { |v| %i[exact interval].include?(v.kind) }
          enough!(columns)
          climb
          finish
        end

        # @return [Integer] what is left for the scatter
        def dof = @breaks - @columns.size

        # @param row [Array<Float>] a combination of the coefficients
        # @return [Float]
        def at(row) = row.zip(coefficients).sum { |x, b| x * b }

        # From the observed information.
        # @return [Float]
        def standard_error(row)
          Math.sqrt(row.each_index.sum { |i| row.each_index.sum { |j| row[i] * covariance[i][j] * row[j] } })
        end

        # @return [Array<Float>]
        def standard_errors = coefficients.each_index.map { |i| standard_error(unit(i)) }

        # Widened as least squares widen it: without any bound among the values these are the limits of Student's t with
        # the pooled scatter, to the last digit.
        # @return [Array(Float, Float)]
        def interval(row, confidence = 0.95)
          reach = Group.two_sided(confidence, dof) * standard_error(row) * Math.sqrt(breaks.fdiv(dof))
          [at(row) - reach, at(row) + reach]
        end

        # @return [Float] chance of a combination so far from nothing, either way, by the same widening
        def p_two_sided(row)
          t = at(row) / (standard_error(row) * Math.sqrt(breaks.fdiv(dof)))
          2 * Statistics::StudentT.upper_tail(t.abs, dof)
        end

        # @return [Array<Array<Float>>] of the coefficients
        def covariance
          @covariance ||= begin
            # d(h, c)/d(log scale, b): what the information in (h, c) becomes in (log scale, b).
            h = 1 / scale
            jacobian = Array.new(@columns.size + 1) do |i|
              Array.new(@columns.size + 1) { |j| jacobian_entry(i, j, h) }
            end
            information = sandwich(jacobian, bends(h, centred.map { |b| b * h }))
            inverse = Endurance::LinearSystem.inverse(information)
            inverse.drop(1).map { |row| row.drop(1) }
          end
        end

        private

        def value(observation)
          Statistics::Likelihood::Value.new(kind: KINDS.fetch(observation.counts_as),
                                            low: scaled(observation.value_si) - @centre,
                                            high: observation.upper_si && (scaled(observation.upper_si) - @centre))
        end

        def scaled(value) = @logs ? Math.log(value) : value.to_f

        def enough!(columns)
          return if breaks > columns.size

          there = breaks == 1 ? "is 1" : "are #{breaks}"
          raise InsufficientData.new("#{columns.size} unknowns and a scatter need more than #{columns.size} values " \
                                     "known to both sides, there #{there}", values: breaks)
        end

        # Around the least squares of all values taken as breaks, in units of its scatter.
        def climb
          h, c = start
          STEPS.times do
            level, slopes = slopes(h, c)
            step = Endurance::LinearSystem.solve(bends(h, c), slopes)
            gain = step.zip(slopes).sum { |s, g| s * g }
            risen = rise(h, c, level, step) if gain.finite?
            unsettled if risen.nil? && gain.abs >= FLAT
            h, c = risen || [h, c]
            return settle(h, c) if risen.nil? || gain.abs < SETTLED * (1 + level.abs)
          end
          unsettled
        end

        def start
          ends = @values.map { |v| v.high ? (v.low + v.high) / 2 : v.low }
          first = Statistics::LinearFit.new(@columns, ends)
          spread = first.residual_deviation
          if spread < NO_SCATTER * [@centre.abs, 1].max
            raise InsufficientData, "there is no scatter at all: no model is defined"
          end

          [1 / spread, first.coefficients.map { |b| b / spread }]
        end

        def unsettled
          raise InsufficientData, "too many values are only bounds: the model finds no scatter that fits them best"
        end

        def rise(h, c, level, step)
          share = 1.0
          HALVINGS.times do
            longer = h + (share * step[0])
            turned = c.zip(step.drop(1)).map { |x, s| x + (share * s) }
            return [longer, turned] if longer.positive? && likelihood(longer, turned) >= level - (1.0e-14 * level.abs)

            share /= 2
          end
          nil
        end

        def settle(h, c)
          @scale = 1 / h
          @centred = c.map { |x| x / h }
          @coefficients = [@centred[0] + @centre, *@centred.drop(1)]
        end

        def finish
          h = 1 / scale
          @log_likelihood = likelihood(h, centred.map { |b| b * h }) - jacobian
        end

        # The likelihood is stated on the scale of the forces.
        def jacobian
          if @logs
            @values.sum { |v| v.kind == :exact ? v.low + @centre : 0.0 }
          else
            0.0
          end
        end

        attr_reader :centred

        def likelihood(h, c) = each_place(h, c).sum { |point, _| point.value }

        # @return [Array(Float, Array<Float>)] value, and slopes in h and each of c
        def slopes(h, c)
          slopes = Array.new(c.size + 1, 0.0)
          level = each_place(h, c).sum do |point, row|
            slopes[0] += point.slope_h
            row.each_with_index { |x, i| slopes[i + 1] += point.slope_a * x }
            point.value
          end
          [level, slopes]
        end

        # @return [Array<Array<Float>>] the bends with their sign turned: the observed information in (h, c)
        def bends(h, c)
          size = c.size + 1
          bends = Array.new(size) { Array.new(size, 0.0) }
          each_place(h, c) do |point, row|
            bends[0][0] -= point.bend_hh
            row.each_with_index do |x, i|
              bends[0][i + 1] -= point.bend_ha * x
              row.each_with_index { |other, j| bends[i + 1][j + 1] -= point.bend_aa * x * other }
            end
          end
          (1...size).each { |i| bends[i][0] = bends[0][i] }
          bends
        end

        # All values of one row of the columns stand at one place a = c · row.
        def each_place(h, c)
          return enum_for(:each_place, h, c) unless block_given?

          @places.each { |likelihood, row| yield likelihood.at(h, row.zip(c).sum { |x, y| x * y }), row }
        end

        def jacobian_entry(row, column, h)
          return column.zero? ? -h : 0.0 if row.zero?
          return -h * centred[row - 1] if column.zero?

          row == column ? h : 0.0
        end

        def sandwich(jacobian, information)
          left = multiply(jacobian.transpose, information)
          multiply(left, jacobian)
        end

        def multiply(a, b) = a.map { |row| b.transpose.map { |column| row.zip(column).sum { |x, y| x * y } } }
        def unit(index) = Array.new(coefficients.size) { |i| i == index ? 1.0 : 0.0 }
      end
    end
  end
end
