# frozen_string_literal: true

module MildAnvil
  module Core
    module Endurance
      # At which energy does half of the pieces break? From drops that each say only "broke" or "survived".
      #
      # The estimate is by maximum likelihood for a normal distribution of the energy to break; its interval follows
      # the likelihood itself, so that it is honest where few drops leave it lopsided or open.
      class Staircase
        Drop = Struct.new(:joules, :broke, keyword_init: true)

        FEWEST_EACH = 2
        OPEN_SPREADS = 1.0e3 # so many ranges away, a limit is none

        attr_reader :mean, :deviation, :log_likelihood

        # @param drops [Array<Drop>] each of a fresh piece
        # @raise [InsufficientData] unless some broke and some survived, and the two overlap
        # Source: Dixon and Mood, Journal of the American Statistical Association 43 (1948) 109; Silvapulle, Journal of
        # the Royal Statistical Society B 43 (1981): the likelihood has a maximum only where the two overlap
        def initialize(drops)
          @drops = drops
          @energies = drops.map { |d| d.joules.to_f }
          check!
          @centre = @energies.sum / @energies.size
          @spread = @energies.max - @energies.min
          climb
        end

        # Limits by the profile likelihood.
        # @return [Array(Float, nil, Float, nil)] low, high of the mean; nil: open to that side
        # Source: Venzon and Moolgavkar, Applied Statistics 37 (1988)
        def interval(confidence = 0.95)
          drop = Statistics::ChiSquared.quantile(confidence, 1) / 2
          excess = ->(mean) { (log_likelihood - drop) - profile(mean) }
          [limit(excess, -1), limit(excess, 1)]
        end

        # The figure of the classic scheme, for equal steps only.
        # @return [Hash, nil] mean:, deviation:, standard_error:; nil where steps are unequal or its condition fails
        # Source: Dixon and Mood 1948
        def dixon_mood
          levels = @energies.uniq.sort
          steps = levels.each_cons(2).map { |a, b| b - a }
          step = steps.min or return
          return unless steps.all? { |s| ((s / step) - (s / step).round).abs < 1.0e-6 }

          DixonMood.call(@drops, levels.first, step)
        end

        private

        def check!
          broke, survived = @drops.partition(&:broke)
          if broke.size < FEWEST_EACH || survived.size < FEWEST_EACH
            raise InsufficientData.new("an estimate needs at least #{FEWEST_EACH} that broke and #{FEWEST_EACH} that " \
                                       "survived, there are #{broke.size} and #{survived.size}", drops: @drops.size)
          end
          return if survived.map(&:joules).max > broke.map(&:joules).min

          raise InsufficientData, "every piece below one energy survived and every one above it broke: where half of " \
                                  "them break lies between #{format('%g', survived.map(&:joules).max)} J and " \
                                  "#{format('%g', broke.map(&:joules).min)} J, and nothing is known of the scatter"
        end

        # Newton's steps for P(broke) = Φ(a + b·x): the likelihood is concave.
        def climb
          a, b = maximum { |_| true }
          raise InsufficientData, "higher drops did not break more pieces: no energy can be named" unless b.positive?

          @slope = b
          @mean = @centre - (a / b * @spread)
          @deviation = @spread / b
          @log_likelihood = likelihood(a, b)
        end

        def maximum
          a = 0.0
          b = 1.0
          100.times do
            gradient, bends = derivatives(a, b)
            step = LinearSystem.solve(bends, gradient)
            a, b, moved = advanced(a, b, step)
            return [a, b] if moved < 1.0e-12
          end
          [a, b]
        end

        def advanced(a, b, step)
          share = 1.0
          level = likelihood(a, b)
          share /= 2 while share > 1.0e-12 && likelihood(a + (share * step[0]), b + (share * step[1])) < level
          [a + (share * step[0]), b + (share * step[1]), share * step.map(&:abs).max]
        end

        def scaled = @scaled ||= @energies.map { |e| (e - @centre) / @spread }

        def likelihood(a, b)
          scaled.each_with_index.sum { |x, i| log_chance(a + (b * x), @drops[i].broke) }
        end

        def log_chance(z, broke) = Statistics::Normal.log_upper_tail(broke ? -z : z)

        def derivatives(a, b)
          gradient = [0.0, 0.0]
          bends = [[0.0, 0.0], [0.0, 0.0]]
          scaled.each_with_index do |x, i|
            z = a + (b * x)
            sign = @drops[i].broke ? 1.0 : -1.0
            mills = Math.exp((-0.5 * z * z) - (0.5 * Math.log(2 * Math::PI)) - log_chance(z, @drops[i].broke))
            weight = mills * (mills + (sign * z))
            row = [1.0, x]
            row.each_index do |j|
              gradient[j] += sign * mills * row[j]
              row.each_index { |k| bends[j][k] += weight * row[j] * row[k] }
            end
          end
          [gradient, bends]
        end

        # The best likelihood with the mean held there: over the slope alone, which is concave.
        def profile(mean)
          x0 = (mean - @centre) / @spread
          b = @slope
          100.times do
            slope, bend = along(x0, b)
            step = slope / bend
            step /= 2 while step.abs > 1.0e-12 && (b + step).negative?
            b += step
            break if step.abs < 1.0e-12 * (1 + b.abs)
          end
          likelihood(-b * x0, b)
        end

        def along(x0, b)
          slope = 0.0
          bend = Float::MIN
          scaled.each_with_index do |x, i|
            z = b * (x - x0)
            sign = @drops[i].broke ? 1.0 : -1.0
            mills = Math.exp((-0.5 * z * z) - (0.5 * Math.log(2 * Math::PI)) - log_chance(z, @drops[i].broke))
            slope += sign * mills * (x - x0)
            bend += mills * (mills + (sign * z)) * ((x - x0)**2)
          end
          [slope, bend]
        end

        def limit(excess, way)
          reach = deviation
          reach *= 2 until excess.call(mean + (way * reach)).positive? || reach > OPEN_SPREADS * @spread
          return if reach > OPEN_SPREADS * @spread

          ends = [mean, mean + (way * reach)].sort
          Statistics::Roots.bracketed(*ends, tolerance: 1.0e-11, &excess)
        end
      end
    end
  end
end
