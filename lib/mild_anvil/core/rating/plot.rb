# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # The probability plot of a sample: points and fitted line for each family that was fitted.
      module Plot
        FAMILIES = { normal: Schools::FittedNormal, lognormal: Schools::FittedLognormal, weibull: Schools::FittedWeibull }.freeze
        KINDS = %i[break at_least at_most].freeze

        module_function

        # @return [Array<Hash>] family:, logarithms:, points:, location:, scale: (nil where nothing could be fitted)
        def of(sample)
          values = sample.counted.select { |o| KINDS.include?(o.counts_as) }.map { |o| [o.counts_as, o.force_newtons] }
          return [] if values.size < 2

          FAMILIES.map { |name, school| { family: name, logarithms: school::LOGARITHMS, points: Judging::ProbabilityPlot.points(values, school::FAMILY).map(&:to_h), **line(school, sample) } }
        end

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
