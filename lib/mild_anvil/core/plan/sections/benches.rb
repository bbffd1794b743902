# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      module Sections
        # Which bench can do it.
        class Benches < Section
          MINUTE = 60

          def call
            estimate = plan.estimate
            unless world.force?
              return missing("Benches are chosen by force, and this lot is measured in another quantity.")
            end
            return missing("No bench stands in the register yet.") if world.benches.empty?
            if estimate.nil?
              return missing("Nothing says what may be needed: type an expected break, or state a claim.")
            end

            answers = BenchChoice.for(world.benches, need(estimate), wording)
            { state: BenchChoice.refusal(answers) ? "look" : "ok", sentence: sentence(answers, estimate),
              upper_si: estimate.value_si, upper: wording.at_least(estimate.value_si), mean_si: estimate.mean_si,
              benches: answers.map { |answer| row(answer) }, working: estimate.working }
          end

          private

          def need(estimate)
            BenchChoice::Need.new(upper_newtons: estimate.value_si, lowest_newtons: content.si(:lowest),
                                  joules: joules, stroke_metres: content.length(:stroke),
                                  bed_metres: content.length(:bed), speed: speed, push: world.push)
          end

          # A wrong figure of the energy is said in its own section.
          def joules
            plan.stored_joules
          rescue InvalidInput
            nil
          end

          def speed = content.number(:speed_mm_per_minute)&.then { |v| v / 1000 / MINUTE }

          def sentence(answers, estimate)
            refusal = BenchChoice.refusal(answers)
            return refusal if refusal

            chosen = answers.find { |a| a.bench.id == content[:bench_id] }
            if chosen && !chosen.can
              return "The chosen #{chosen.bench.name} cannot do it: #{chosen.reasons.join('; ')}."
            end

            "#{answers.count(&:can)} of #{answers.size} can, up to #{wording.at_least(estimate.value_si)}."
          end

          def row(answer)
            { id: answer.bench.id, name: answer.bench.name, cell: answer.cell&.name, can: answer.can,
              sentence: answer.sentence, chosen: answer.bench.id == content[:bench_id] }
          end
        end
      end
    end
  end
end
