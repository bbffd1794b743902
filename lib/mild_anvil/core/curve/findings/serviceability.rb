# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # The force at a displacement, and the displacement at a force, that somebody asked for.
        module Serviceability
          POSITION = 86

          # @return [Array<Finding>] one for each question; the answer may be that the curve never came there
          def self.find(analysis)
            return [] if analysis.travel.nil?

            analysis.settings.displacements_metres.map do |metres|
              force_at(analysis, metres)
            end + analysis.settings.forces_newtons.map do |newtons|
                    displacement_at(analysis, newtons)
                  end
          end

          def self.force_at(analysis, metres)
            origin = analysis.travel.around(analysis.quiet&.last || 0)
            index = (0...analysis.clean.size).find { |i| analysis.travel[i] - origin >= metres }
            finding(analysis, :force_at_displacement, index,
                    "the displacement #{came(index)} to #{format('%.6g', metres * 1000)} mm",
                    displacement_metres: metres)
          end
          private_class_method :force_at

          def self.displacement_at(analysis, newtons)
            origin = analysis.travel.around(analysis.quiet&.last || 0)
            index = (0...analysis.clean.size).find { |i| analysis.clean[i] >= newtons }
            finding(analysis, :displacement_at_force, index, "the force #{came(index)} to #{format('%.6g', newtons)} N",
                    wanted_newtons: newtons, displacement_metres: index && (analysis.travel.around(index, 1) - origin))
          end
          private_class_method :displacement_at

          def self.came(index) = index ? "first came" : "never came"
          private_class_method :came

          def self.finding(analysis, kind, index, because, **extra)
            Finding.new(kind: kind, at_seconds: index && analysis.time_axis[index],
                        force_newtons: index && analysis.smooth(index, 1), because: because, extra: extra)
          end
          private_class_method :finding
        end
      end
    end
  end
end
