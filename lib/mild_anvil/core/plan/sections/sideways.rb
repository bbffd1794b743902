# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      module Sections
        # The tension in a line that is pulled sideways.
        class Sideways < Section
          STEEP = 10.0
          CAUTION = "A line pulled sideways while nearly straight multiplies the force: at 5° almost six times."

          def call
            part = content.part(:sideways)
            return missing("Type the force across the line and the angle that it takes.") unless
              part.given?(:force) && part.given?(:degrees)

            answer = RigAnswers.sideways(force_wording, sideways: part.si!(:force, "force"),
                                                        degrees: part.number(:degrees))
            ok(answer.sentence, value_si: answer.value_si, working: answer.working,
                                cautions: part.number(:degrees) < STEEP ? [CAUTION] : [])
          end
        end
      end
    end
  end
end
