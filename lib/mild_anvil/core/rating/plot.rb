# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # The probability plot of a sample: points and fitted line for each family that was fitted.
      module Plot
        FAMILIES = { normal: Schools::FittedNormal, lognormal: Schools::FittedLognormal,
                     weibull: Schools::FittedWeibull }.freeze
        SHARES = [0.01, 0.05, 0.1, 0.25, 0.5, 0.75, 0.9, 0.98].freeze
        KINDS = %i[break at_least at_most].freeze

        module_function

        # @return [Array<Hash>] family:, logarithms:, points:, axis: shares with their places, location:, scale: (nil
        #   where nothing
        #   could be fitted)
        def of(sample, terms)
          values = sample.counted.select { |o| KINDS.include?(o.counts_as) }.map { |o| [o.counts_as, o.value_si] }
          return [] if values.size < 2

          FAMILIES.map { |name, school| { family: name, logarithms: school::LOGARITHMS, points: Outliers::ProbabilityPlot.points(values, school::FAMILY).map(&:to_h), axis: axis(school::FAMILY, terms), **line(school, sample) } }
        end

        def axis(family, terms)
          least = 1 - terms.coverage
          [*SHARES.select do |share|
            share > least
          end, least, least * 0.6].uniq.sort.map { |share| { share: share, score: family.quantile(share) } }
        end
        private_class_method :axis

        def line(school, sample)
          fit = Statistics::LocationScaleFit.new(school::FAMILY, school.likelihood_values(sample))
          { location: fit.location, scale: fit.scale }
        rescue InsufficientData, InvalidInput, NotConverged, Math::DomainError
          { location: nil, scale: nil }
        end
        private_class_method :line
      end
    end
  end
end
