# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # Where the load comes on: the force leaves the noise of the rest and goes on to 2 % of the peak; again after
        # every rest.
        module TakeUp
          POSITION = 20
          LEAST_REST_SECONDS = 2.0
          STEPS = 1.5 # of the display: a reading one step off has left nothing

          # @return [Array<Finding>] not the first when the recording starts under load
          def self.find(analysis)
            [first(analysis), *later(analysis)].compact.map { |index| finding(analysis, index) }
          end

          def self.first(analysis)
            quiet = analysis.quiet or return
            gate = Analysis::REST_SIGMAS * quiet.sigma
            above = [gate, STEPS * (analysis.signal.step || 0.0)].max
            back(analysis, quiet.last, leaving(analysis, quiet.last, analysis.peak_index, above), gate)
          end
          private_class_method :first

          def self.finding(analysis, index)
            Finding.new(kind: :take_up, at_seconds: analysis.time_axis[index], force_newtons: analysis.net[index],
                        because: "the force leaves the noise of the rest, #{Analysis::REST_SIGMAS} σ, and goes on " \
                                 "rising", extra: { sample: index })
          end
          private_class_method :finding

          def self.leaving(analysis, from, to, gate)
            forces = analysis.clean
            (from..to).find { |i| forces[i] > gate && (forces[i + 1] || gate) >= gate }
          end
          private_class_method :leaving

          # To where the readings left the rest for good: a step up that came back was none.
          def self.back(analysis, from, index, gate)
            return if index.nil?

            index -= 1 while index > from && analysis.clean[index - 1] > gate
            index
          end
          private_class_method :back

          # After an unloading that goes down to rest, if the rest lasts.
          def self.later(analysis)
            rest = Segments::REST_SHARE * analysis.peak_newtons
            analysis.falls.filter_map do |fall|
              next if fall.kind != :unloading || analysis.clean[fall.bottom] > rest || analysis.cycles&.cover?(fall.top)

              again(analysis, fall, rest)
            end
          end
          private_class_method :later

          def self.again(analysis, fall, rest)
            forces = analysis.clean
            down = (fall.start..fall.bottom).find { |i| forces[i] <= rest }
            up = (fall.bottom...forces.size).find { |i| forces[i] > rest && (forces[i + 1] || 0.0) > rest }
            return if up.nil? || analysis.time_axis[up] - analysis.time_axis[down] < LEAST_REST_SECONDS

            level = rest_level(forces, down, up)
            gate = level + [Analysis::REST_SIGMAS * analysis.sigma_newtons, rest / 8].max
            up -= 1 while up > down && forces[up - 1] > gate
            up
          end
          private_class_method :again

          def self.rest_level(forces, down, up)
            sorted = forces[down..up].sort
            sorted[sorted.size / 2]
          end
          private_class_method :rest_level
        end
      end
    end
  end
end
