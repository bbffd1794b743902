# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      module Sections
        # A test load of steel, water or a pontoon, with the reading expected at each step.
        class Mass < Section
          def call
            part = content.part(:mass)
            kilograms = part.number(:kilograms) || proof_kilograms
            return missing("Type the mass of the test load, or choose a proof rule.") if kilograms.nil?
            raise InvalidInput.new("a test load must be above 0 kg", fields: { kilograms: "is 0" }) unless
              kilograms.positive?

            send(KINDS.fetch(part[:kind] || "steel"), part, kilograms)
          end

          KINDS = { "steel" => :steel, "water" => :water, "pontoon" => :pontoon }.freeze

          SHORT = 0.005 # of the load: less is no shortage

          private

          def proof_kilograms
            proof = plan.content.part(:proof)
            rule = world.rules.find { |r| r.key == proof[:rule_key] }
            load = proof.force(:working_load)
            rule && load && (rule.proof_newtons(load) / TestMass::GRAVITY)
          end

          def steel(part, kilograms)
            weights = part.parts(:weights).map { |w| { kilograms: w.number(:kilograms), count: w[:count] } }
            return missing("Type which weights the shop has.") if weights.empty?

            found = TestMass.steel(kilograms, weights)
            taken = found[:taken].map { |w| "#{w[:count]} × #{force_wording.mass(w[:kilograms])}" }.join(" + ")
            short = found[:missing] > kilograms * SHORT
            text = "#{taken.empty? ? 'No weight fits' : taken} = #{force_wording.mass(found[:kilograms])} of " \
                   "#{force_wording.mass(kilograms)}#{", #{force_wording.mass(found[:missing])} short" if short}."
            answer(short ? "look" : "ok", text, steps: [], reading: found[:kilograms])
          end

          def water(part, kilograms)
            kind = (part[:water] || "fresh").to_sym
            bags = part.number(:bag_kilograms, 0.0)
            limit = part.number(:litres_limit) or return missing("Type how much one bag holds.")
            found = TestMass.water(kilograms, limit: limit, bag_kilograms: bags, kind: kind)
            answer("ok", "#{bags_in_words(found)} " \
                         "of #{kind} water in each, #{force_wording.litres(found[:litres])} in all.",
                   reading: kilograms, steps: TestMass.fill(kilograms, bag_kilograms: bags, kind: kind),
                   working: ["(#{force_wording.mass(kilograms)} − bags #{force_wording.mass(bags)}) / " \
                             "#{TestMass::WATER.fetch(kind).round} kg/m³"])
          end

          def bags_in_words(found)
            "#{found[:bags]} #{found[:bags] == 1 ? 'bag' : 'bags'}, #{force_wording.litres(found[:litres_per_bag])}"
          end

          def pontoon(part, kilograms)
            kind = (part[:water] || "fresh").to_sym
            own = part.number(:bag_kilograms, 0.0)
            limit = part.number(:litres_limit) or return missing("Type how much one compartment holds.")
            found = TestMass.pontoon(kilograms, compartments: part[:compartments] || 1, own_kilograms: own,
                                                limit: limit, kind: kind)
            answer("ok", "#{force_wording.litres(found[:litres_each])} of #{kind} water in each of " \
                         "#{found[:compartments]} compartments, filled in turn so that it floats level.",
                   reading: kilograms, steps: TestMass.fill(kilograms, bag_kilograms: own, kind: kind))
          end

          def answer(state, sentence, reading:, steps:, working: [])
            read = force_wording.force(TestMass.force(reading))
            { state: state, sentence: "#{sentence} The cell should read #{read}.",
              steps: steps.map { |step| shown(step) }, cautions: [TestMass::LAST_WORD],
              working: working + ["reading = mass · 9.80665 m/s²"] }
          end

          def shown(step)
            { share: force_wording.per_cent(step.share), litres: force_wording.litres(step.litres),
              mass: force_wording.mass(step.kilograms), reading: force_wording.force(step.reading_newtons) }
          end
        end
      end
    end
  end
end
