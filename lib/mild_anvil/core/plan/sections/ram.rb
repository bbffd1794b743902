# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      module Sections
        # A ram by its pressure, on its pushing and its pulling side.
        class Ram < Section
          def call
            part = content.part(:ram)
            bore = part.length(:bore)
            pressure = part.si(:pressure, "pressure")
            force = part.force(:force) || upper_force
            return missing("Type the bore of the ram.") if bore.nil?
            return missing("Type a pressure, or the force that is wanted.") if (pressure || force).nil?

            answer = RigAnswers.ram(force_wording, bore: bore, rod: part.length(:rod) || 0.0, pressure: pressure,
                                                   force: pressure ? nil : force)
            ok(answer.sentence, value_si: answer.value_si, working: answer.working)
          end
        end
      end
    end
  end
end
