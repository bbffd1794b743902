# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      module Sections
        # How many pulls answer the question.
        class HowManyPulls < Section
          ASSURANCE = 0.9

          def call
            supports = { supports: supports_rows, scatter: plan.expected&.fetch(:source), planned: planned,
                         counted: world.counted, lowest: lowest }
            required = required_si
            known = plan.expected
            return missing(what_is_missing(required, known)).merge(supports) if required.nil? || known.nil?

            answer(HowMany.new(mean_si: known[:mean_si], deviation_si: known[:deviation_si], required_si: required,
                               coverage: world.coverage, confidence: world.confidence,
                               assurance: content.share(:assurance_percent, ASSURANCE)), required, supports)
          end

          private

          def planned = content[:pulls]
          def required_si = content.si(:required) || world.required_si

          def answer(many, required, supports)
            sentence = "To clear #{wording.at_least(required)}: " \
                       "#{many.sentence(wording, planned: planned, done: world.counted)}"
            enough = many.needed && planned && planned >= many.needed.n
            { state: enough ? "ok" : "look", sentence: sentence, required_si: required, needed: many.needed&.n,
              curves: many.curves([planned, many.needed&.n].compact).map { |curve| drawn(curve) },
              variation_share: many.variation, mean_si: plan.expected[:mean_si],
              working: many.working(wording) + ["assumed #{plan.expected[:source]}", few].compact, **supports }
          end

          def drawn(curve)
            { variation_share: curve.variation_share, assumed: curve.assumed,
              label: "scatter #{wording.per_cent(curve.variation_share)}",
              points: curve.points.map do |p|
                { n: p.n, probability: p.probability, text: wording.sure(p.probability) }
              end }
          end

          def few
            dof = world.borrowed&.dof
            return if dof.nil? || dof >= Assumed::FEW

            "a scatter with #{dof.round} degrees of freedom is itself uncertain: look at the other two curves"
          end

          def what_is_missing(required, known)
            return "Say what the bound must clear: a requirement, a claim or a figure here." if required.nil?

            return unless known.nil?

            "Nothing says how strong it will be: type an expected break, or pull an earlier lot of the type."
          end

          def supports_rows
            Supports.rows(wording, coverage: world.coverage, confidence: world.confidence,
                                   variation: plan.expected&.fetch(:variation_share)).map(&:to_h)
          end

          def lowest
            n = SampleSize.for_lowest(coverage: world.coverage, confidence: world.confidence)
            "The lowest of #{n} says as much without any shape assumed."
          end
        end
      end
    end
  end
end
