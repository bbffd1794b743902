# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # Under a load that stays the same: how the displacement goes on, d0 + a·t^b with t in hours from the loading;
        # where no
        # power of time fits, A + B·log10 t.
        module Creep
          POSITION = 90
          HOUR_SECONDS = 3600.0
          FEWEST = 10
          SEEN_ERRORS = 4 # standard errors: a smaller change is noise
          MOST = 4000 # readings; more are thinned evenly

          # @return [Array<Finding>] only for recordings under a constant load, with a displacement
          def self.find(analysis)
            return [] unless analysis.steady? && analysis.travel

            axis = analysis.time_axis
            before = (analysis.recording.loaded_before_seconds || 0.0) - (axis[0].positive? ? 0.0 : axis[0])
            samples = (0...analysis.clean.size).step((analysis.clean.size / MOST) + 1)
                                               .select { |i| (axis[i] + before).positive? }
            return [] if samples.size < FEWEST

            because, extra = law(samples.map { |i| (axis[i] + before) / HOUR_SECONDS }, samples.map do |i|
              analysis.travel.reading(i)
            end)
            [Finding.new(kind: :creep, at_seconds: axis[samples.first], until_seconds: axis[samples.last],
                         force_newtons: analysis.peak_newtons,
                         because: "least squares of #{because}, over #{samples.size} readings", extra: extra)]
          end

          def self.law(hours, metres)
            line = Endurance::LogCreep.new(hours, metres)
            if line.per_decade.abs <= SEEN_ERRORS * line.fit.standard_errors[1]
              return ["A + B·log10 t: it does not go on beyond its noise",
                      stands(line)]
            end

            begin
              power(Endurance::PowerCreep.new(hours, metres))
            rescue InsufficientData => e
              log(line, e.message)
            end
          end
          private_class_method :law

          def self.stands(line)
            { law: "none", metres_at_one_hour: line.level, metres_per_decade: line.per_decade,
              residual_metres: line.fit.residual_deviation, slowing: nil }
          end
          private_class_method :stands

          def self.power(fit)
            ["d0 + a·t^b; #{fit.slowing? ? 'it slows down' : 'it does not slow down'}",
             { law: "power", initial_metres: fit.initial, metres_at_one_hour: fit.coefficient, exponent: fit.exponent,
               residual_metres: fit.residual_deviation, slowing: fit.slowing?,
               standard_errors: fit.standard_errors,
               at_50_years_metres: fit.extrapolated(FIFTY_YEARS_HOURS).slice(:value, :low, :high) }]
          end
          private_class_method :power

          def self.log(line, why)
            ["A + B·log10 t: #{why.split(':').first}",
             { law: "log", metres_at_one_hour: line.level, metres_per_decade: line.per_decade,
               residual_metres: line.fit.residual_deviation, slowing: true,
               at_50_years_metres: line.extrapolated(FIFTY_YEARS_HOURS).slice(:value, :low, :high) }]
          end
          private_class_method :log

          FIFTY_YEARS_HOURS = 438_300.0
        end
      end
    end
  end
end
