# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What the fitted schools share: the values as the likelihood takes them, the fit, its calibrated bounds. A file
      # under
      # schools/ extends it and sets, besides a school's constants, FAMILY and whether it works on LOGARITHMS.
      #
      # Source: Meeker and Escobar, Statistical Methods for Reliability Data, 1998, chapters 7 and 8
      # Method: profile likelihood of the percentile, drop as in Statistics::CalibratedDrop.
      module FittedSchool
        include School

        KINDS = { break: :exact, at_least: :right, at_most: :left, between: :interval }.freeze

        # @return [School::Value]
        def value(sample, terms)
          values = likelihood_values(sample, terms.resolution_si)
          fit = Statistics::LocationScaleFit.new(self::FAMILY, values)
          p = 1 - terms.coverage
          drops = terms.simulate? && simulated?(sample) ? simulated(values, fit, p, terms) : quick(fit, terms)
          lower = back(fit.bound(p, drop: drops[0]))
          working = working(fit, p, drops, sample)
          School::Value.new(value_si: lower,
                            upper_si: back(fit.bound(p, drop: drops[1], side: 1)),
                            working: working.merge(simulated: terms.simulate? && simulated?(sample)),
                            in_words: words(sample, terms))
        end

        # @param sample [Sample]; @param resolution_si [Float, nil] step of the display
        # @return [Array<Statistics::Likelihood::Value>] in the scale of the family
        def likelihood_values(sample, resolution_si = nil)
          exact, bounds = sample.counted.partition(&:break?)
          DisplayStep.spread(exact.map(&:value_si), resolution_si).map do |value|
            Statistics::Likelihood::Value.new(kind: :exact, low: forth(value))
          end + bounds.map do |o|
            Statistics::Likelihood::Value.new(kind: KINDS.fetch(o.counts_as), low: forth(o.value_si),
                                              high: o.upper_si && forth(o.upper_si))
          end
        end

        # @return [Boolean] whether the quick drop is only near and simulation mends it: bounds among the values, or no
        #   normal family
        def simulated?(sample) = !sample.complete? || self::FAMILY != Statistics::Families::StandardNormal

        private

        # From the closed form of a complete normal lot: exact there, near elsewhere.
        def quick(fit, terms)
          [terms.confidence, 1 - terms.confidence].map do |c|
            Statistics::CalibratedDrop.of(breaks: [fit.breaks, 2].max,
                                          coverage: terms.coverage,
                                          confidence: c)
          end
        end

        def simulated(values, fit, p, terms)
          drops = Statistics::SimulatedDrop.of(family: self::FAMILY, values: values, fit: fit, p: p,
                                               confidence: terms.confidence)
          [drops.lower, drops.upper]
        end

        def forth(value_si) = self::LOGARITHMS ? Math.log(value_si) : value_si
        def back(value) = self::LOGARITHMS ? Math.exp(value) : value
        # The log-likelihood is stated on the scale of the forces.
        def jacobian(sample) = self::LOGARITHMS ? sample.breaks_si.sum { |force| Math.log(force) } : 0.0

        def working(fit, p, drops, sample)
          { n: sample.count, breaks: fit.breaks, location: fit.location, scale: fit.scale,
            log_likelihood: fit.log_likelihood - jacobian(sample),
            estimate_si: back(fit.percentile(p)), drop: drops[0], drop_upper: drops[1] }
        end

        def words(sample, terms)
          bounds = sample.count - sample.count(:break)
          calibrated = if terms.simulate? && simulated?(sample)
                         "alibrated by simulating lots like this one"
                       else
                         "alibra" \
                           "ted for #{sample.count(:break)} breaks"
                       end
          return "C#{calibrated}" if bounds.zero?

          "Takes #{bounds == 1 ? '1 value that is only a bound' : "#{bounds} values that are only bounds"} as " \
            "#{bounds == 1 ? 'it is' : 'they are'}; c#{calibrated}"
        end
      end
    end
  end
end
