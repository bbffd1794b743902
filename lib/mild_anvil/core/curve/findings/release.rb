# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # Where the force was taken off by somebody: nothing broke.
        module Release
          POSITION = 45
          BEFORE_SAMPLES = 5

          # @return [Array<Finding>] none within cycles or steps
          def self.find(analysis)
            return [] if analysis.staircase? || analysis.steady?

            analysis.descents.reject { |one| within_cycles?(analysis, one) || let_go_by_hand?(analysis, one) }
                    .map { |one| finding(analysis, one.first) }
          end

          def self.within_cycles?(analysis, descent)
            analysis.cycles&.cover?(descent.first) || analysis.cycles&.cover?(descent.last)
          end
          private_class_method :within_cycles?

          # A hand that lets go between two turns, and goes on from there.
          def self.let_go_by_hand?(analysis, descent)
            analysis.recording.main.role == "torque" && descent.first < analysis.peak_index
          end
          private_class_method :let_go_by_hand?

          # What was carried just before.
          def self.before(analysis, index)
            part = analysis.clean[[index - BEFORE_SAMPLES, 0].max..[index - 1, 0].max]
            part.sum / part.size
          end
          private_class_method :before

          def self.finding(analysis, index)
            Finding.new(kind: :release, at_seconds: analysis.time_axis[index], force_newtons: before(analysis, index),
                        because: "the force was taken off smoothly: nothing broke here", extra: { sample: index })
          end
          private_class_method :finding
        end
      end
    end
  end
end
