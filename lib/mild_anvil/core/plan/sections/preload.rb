# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      module Sections
        # What a tightening torque makes of a bolt.
        class Preload < Section
          def call
            part = content.part(:preload)
            diameter = part.length(:diameter)
            torque = part.si(:torque, "torque")
            force = part.force(:force)
            return missing("Type the diameter of the thread, and a torque or the preload that is wanted.") if
              diameter.nil? || (torque || force).nil?

            answer = RigAnswers.preload(force_wording, diameter: diameter, torque: torque, force: torque ? nil : force,
                                                       nut_factor: part.number(:nut_factor, RigAnswers::NUT_FACTOR))
            ok(answer.sentence, value_si: answer.value_si, working: answer.working)
          end
        end
      end
    end
  end
end
