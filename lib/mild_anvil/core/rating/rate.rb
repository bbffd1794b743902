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
          key = terms.school&.to_sym || recommendation.key
          results = results.map { |r| r.key == key ? calibrated(r, sample, terms) : r }
          chosen = results.find { |r| r.key == key }
          chosen = nil if chosen&.refused? || (chosen && !chosen.minimum)
          figures = Quantity::FigureRule.for(unit: terms.unit, resolution_newtons: terms.resolution_newtons, largest_newtons: largest(sample))
          limits = working_load(chosen, terms, figures)
          Statement.new(sample: sample, terms: terms, results: results, recommendation: recommendation, chosen: chosen, figures: figures,
                        description: describe(sample), remarks: Remarks.for(sample, terms, results),
                        verdict: claim_verdict(sample, terms, results: results, chosen: chosen, figures: figures),
                        aids: Judging::Aids.for(sample.breaks_newtons), plot: Plot.of(sample, terms), next_breaks: NextBreaks.for(sample, terms, chosen), ways: CompetingRisks.call(sample, terms),
                        in_use: in_use(limits[:working_load_limit], terms), **limits).freeze
        end

        # What a rating rests on is calibrated by simulation where that mends it; so screen, rack and paper agree.
        def calibrated(result, sample, terms)
          school = Schools.find(result.key)
          return result if result.refused? || terms.simulate || !school.respond_to?(:simulated?) || !school.simulated?(sample)

          school.rate(sample, terms.dup.tap { |t| t.simulate = true }.freeze)
        end
        private_class_method :calibrated

        def working_load(chosen, terms, figures)
          minimum = chosen && figures.down(chosen.newtons)
          return { minimum: nil, working_load_limit: nil, margins: nil } unless minimum&.newtons&.positive?

          limit = WorkingLoad.limit(minimum_newtons: minimum.newtons, factor: terms.factor, unit: terms.unit, step: terms.marking_step)
          { minimum: minimum, working_load_limit: limit,
            margins: Margins.of(minimum_newtons: minimum.newtons, limit_newtons: limit.newtons, terms: terms, figures: figures) }
        end
        private_class_method :working_load

        def in_use(limit, terms)
          return [] if limit.nil? || !limit.newtons.positive?

          step = terms.marking_step || WorkingLoad.default_step(terms.unit.from_si(limit.newtons))
          InUse.table(limit.newtons, Quantity::FigureRule.new(unit: terms.unit, step: step))
        end
        private_class_method :in_use

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
