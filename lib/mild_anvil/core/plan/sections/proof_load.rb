# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      module Sections
        # The proof load that a rule makes of a working load, its steps and its source.
        class ProofLoad < Section
          HALF = 0.5

          def call
            part = content.part(:proof)
            rule = world.rules.find { |r| r.key == part[:rule_key] }
            return missing("Choose a gear class and type its working load.") if rule.nil?

            load = part.si!(:working_load, "force")
            shown = Proof::Steps.for(rule, load, force_wording)
            { state: overloading?(shown) ? "look" : "ok", sentence: shown.sentence, proof_si: shown.newtons,
              proof: force_wording.to_reach(shown.newtons), source: rule.source, check: rule.check,
              working: shown.working,
              radii: radii(rule, part), movements: movements(rule, part), cautions: cautions(shown, rule) }
          end

          private

          def radii(rule, part)
            rows = part.parts(:radii).map do |row|
              { metres: row.number(:metres), newtons: row.si!(:working_load, "force") }
            end
            return [] if rows.empty?

            Proof::Steps.radii(rule, rows).map do |row|
              { metres: force_wording.length(row[:metres]), working_load: force_wording.force(row[:newtons]),
                proof: force_wording.to_reach(row[:proof_newtons]) }
            end
          end

          def movements(rule, part)
            appliance?(rule) ? Proof::Steps.movements(part[:movements] || Proof::Steps::MOVEMENTS) : []
          end

          def appliance?(rule) = Proof::Steps::APPLIANCES.include?(rule.key)

          # A proof above half of what it is expected to break at marks the piece.
          def overloading?(shown)
            known = plan.expected
            known && world.force? && shown.newtons > HALF * (known[:mean_si] - (3 * known[:deviation_si]))
          end

          def cautions(shown, rule)
            [("This proof exceeds half of the lowest break that is expected: it may harm what it is to prove." if
               overloading?(shown)),
             (Proof::Steps::NOT_CERTIFIABLE if appliance?(rule)),
             ("Compare the rule with the edition in force before it is used." if rule.check)].compact
          end
        end
      end
    end
  end
end
