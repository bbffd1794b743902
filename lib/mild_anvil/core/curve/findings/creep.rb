# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # Under a load that stays the same: how the displacement goes on, d0 + a·t^b with t in hours from the loading.
        module Creep
          POSITION = 90
          HOUR_SECONDS = 3600.0
          FEWEST = 10
          MOST = 4000 # readings; more are thinned evenly

          # @return [Array<Finding>] only for recordings under a constant load, with a displacement
          def self.find(analysis)
            return [] unless analysis.steady? && analysis.travel

            axis = analysis.time_axis
            samples = (0...analysis.clean.size).step((analysis.clean.size / MOST) + 1).select { |i| axis[i].positive? }
            return [] if samples.size < FEWEST

            fit = Endurance::PowerCreep.new(samples.map { |i| axis[i] / HOUR_SECONDS }, samples.map { |i| analysis.travel.reading(i) })
            [finding(analysis, fit, samples)]
          end

          def self.finding(analysis, fit, samples)
            axis = analysis.time_axis
            errors = fit.standard_errors
            Finding.new(kind: :creep, at_seconds: axis[samples.first], until_seconds: axis[samples.last], force_newtons: analysis.peak_newtons,
                        because: "least squares of d0 + a·t^b over #{samples.size} readings; #{fit.slowing? ? 'it slows down' : 'it does not slow down'}",
                        extra: { initial_metres: fit.initial, metres_at_one_hour: fit.coefficient, exponent: fit.exponent, residual_metres: fit.residual_deviation, slowing: fit.slowing?,
                                 standard_errors: errors, at_50_years_metres: fit.extrapolated(FIFTY_YEARS_HOURS).slice(:value, :low, :high) })
          end
          private_class_method :finding

          FIFTY_YEARS_HOURS = 438_300.0
        end
      end
    end
  end
end
