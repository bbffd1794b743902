# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # Rates a sample under given terms: the one computation behind screen, command line and papers.
      module Rate
        module_function

        # @param sample [Sample]
        # @param terms [Terms]
        # @return [Statement]
        def call(sample, terms)
          results = Schools.all.map { |school| school.rate(sample, terms) }
          recommendation = Recommendation.for(sample, results)
          chosen = results.find { |r| r.key == (terms.school&.to_sym || recommendation.key) }
          chosen = nil if chosen&.refused? || (chosen && !chosen.minimum)
          figures = Quantity::FigureRule.for(unit: terms.unit, resolution_newtons: terms.resolution_newtons, largest_newtons: largest(sample))
          Statement.new(sample: sample, terms: terms, results: results, recommendation: recommendation, chosen: chosen, figures: figures,
                        description: describe(sample), remarks: Remarks.for(sample, terms, results),
                        verdict: claim_verdict(sample, terms, results: results, chosen: chosen, figures: figures),
                        **working_load(chosen, terms, figures)).freeze
        end

        def working_load(chosen, terms, figures)
          minimum = chosen && figures.down(chosen.newtons)
          return { minimum: nil, working_load_limit: nil, margins: nil } unless minimum&.newtons&.positive?

          limit = WorkingLoad.limit(minimum_newtons: minimum.newtons, factor: terms.factor, unit: terms.unit, step: terms.marking_step)
          { minimum: minimum, working_load_limit: limit,
            margins: Margins.of(minimum_newtons: minimum.newtons, limit_newtons: limit.newtons, terms: terms, figures: figures) }
        end
        private_class_method :working_load

        def claim_verdict(sample, terms, **rest)
          ClaimCheck.new(sample: sample, terms: terms, **rest).call if terms.claim && sample.count.positive?
        end
        private_class_method :claim_verdict

        def describe(sample)
          forces = sample.breaks_newtons
          Statistics::Description.of(forces) if forces.any?
        end
        private_class_method :describe

        def largest(sample) = sample.observations.map(&:force_newtons).max || 0.0
        private_class_method :largest
      end
    end
  end
end
