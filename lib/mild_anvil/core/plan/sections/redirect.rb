# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      module Sections
        # What the anchor of a redirect carries.
        class Redirect < Section
          def call
            part = content.part(:redirect)
            return missing("Type the tension in the rope and the angle between its parts.") unless
              part.given?(:tension) && part.given?(:degrees)

            answer = RigAnswers.redirect(force_wording, tension: part.si!(:tension, "force"),
                                                        degrees: part.number(:degrees))
            ok(answer.sentence, value_si: answer.value_si, working: answer.working)
          end
        end
      end
    end
  end
end
