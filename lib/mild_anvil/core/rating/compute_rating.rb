# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # Rates a sample under given terms: the one computation behind screen, command line and papers.
      class ComputeRating
        # @param sample [Sample] all of it, also what the terms leave out
        # @param terms [Terms]
        # @return [Statement]
        def self.call(sample, terms) = new(sample, terms).call

        def initialize(sample, terms)
          @all = sample
          @terms = terms
          @sample = terms.leave_preloaded_out? ? sample.fresh : sample
        end

        def call
          rate
          Statement.new(sample: @sample, drawn: @all, terms: @terms, results: @results, recommendation: @recommendation,
                        chosen: @chosen,
                        figures: figures, **limits, **claims, **evidence).freeze
        end

        private

        def rate
          results = Schools.all.map { |school| statable(school.rate(@sample, @terms)) }
          @recommendation = Recommendation.for(@sample, results, population: @terms.population)
          key = @terms.school&.to_sym || @recommendation.key
          @results = results.map { |r| r.key == key ? statable(calibrated(r, @sample)) : r }
          @chosen = @results.find { |r| r.key == key && !r.refused? && r.minimum } unless @terms.relative_only?
        end

        # A minimum that is nothing once it is rounded down is none.
        def statable(result)
          return result if result.refused? || !result.minimum || figures.down(result.value_si).value_si.positive?

          result.dup.tap do |none|
            none.value_si = none.upper_si = nil
            none.refusal = "the bound lies below one step of the display, #{figures.up(result.value_si)}"
          end.freeze
        end

        # What a rating rests on is calibrated by simulation where that mends it; so screen, rack and paper agree.
        def calibrated(result, sample)
          school = Schools.find(result.key)
          if result.refused? || @terms.calibrate != :chosen || !school.respond_to?(:simulated?) ||
             !school.simulated?(sample)
            return result
          end

          school.rate(sample, @terms.dup.tap { |t| t.calibrate = :all }.freeze)
        end

        def figures
          @figures ||= Quantity::FigureRule.for(unit: @terms.unit, resolution_si: @terms.resolution_si,
                                                others: @terms.units,
                                                largest_si: @all.observations.map(&:value_si).max || 0.0)
        end

        def limits
          minimum = minimum_of(@chosen)
          @limit, refusal, why = limit(minimum)
          { minimum: minimum, working_load_limit: @limit, limit_refusal: refusal, limit_refused_by: why, in_use: in_use,
            next_breaks: next_breaks, beside: beside(minimum),
            preloaded: Preloaded.of(@all, @terms, lambda { |sample|
              alone(sample)
            }), relative: RelativeIndex.for(@sample, @terms) }
        end

        def minimum_of(result) = result && figures.down(result.value_si)

        # @return [Array(Figure, String, Symbol)] the limit, or why there is none and which rule says so
        def limit(minimum)
          return if minimum.nil?

          why = NoLimit.for(@chosen, @sample, @terms)
          return [nil, why.words, why.key] if why

          [WorkingLoad.limit(minimum_si: minimum.value_si, factor: @terms.factor, unit: @terms.marking_unit,
                             step: @terms.marking_step,
                             others: @terms.units)]
        rescue InsufficientData => e
          [nil, e.message, :step]
        end

        # What stands beside a minimum, or in its place.
        def beside(minimum)
          stretch = minimum && Stretch.of(@sample, @terms, @chosen, figures)
          { keeps: minimum && Keeps.of(@chosen.key, @sample, @terms), unseen: Unseen.of(@sample, figures),
            stretch: stretch&.in_words(figures),
            ways_out: minimum ? [] : WaysOut.for(@sample, @terms, @results, @recommendation, figures) }
        end

        # The minimum of another choice of values by the school that rates, without what only it needs.
        def alone(sample)
          return minimum_of(@chosen) if sample.observations == @sample.observations
          return if @chosen.nil?

          minimum_of(calibrated(Schools.find(@chosen.key).rate(sample, @terms), sample).then do |r|
            r unless r.refused?
          end)
        end

        def in_use
          return [] if @limit.nil? || @terms.measurand != "force"

          rule = WorkingLoad.rule(@limit.value_si, unit: @terms.marking_unit, step: @terms.marking_step,
                                                   others: @terms.units)
          InUse.table(@limit.value_si, rule)
        end

        def next_breaks = @terms.relative_only? ? [] : NextBreaks.for(@sample, @terms, @chosen)

        def claims
          verdicts = @sample.count.zero? || @terms.relative_only? ? [] : @terms.claims.map { |claim| verdict(claim) }
          { verdicts: verdicts, margins: margins, claim_conflicts: ClaimConflicts.among(@terms.claims) }
        end

        def verdict(claim)
          ClaimCheck.new(claim: claim, sample: @sample, terms: @terms, results: @results, chosen: @chosen,
                         figures: figures).call
        end

        # Each requirement by itself; the first comparable claim beside it.
        def margins
          minimum = minimum_of(@chosen) or return []

          claim = @terms.claims.find { |c| c.not_comparable(@terms).nil? } || @terms.claims.find do |c|
            c.measure == :working_load
          end
          wanted = @terms.requirements.empty? ? [nil] : @terms.requirements
          wanted = [] if claim.nil? && @terms.requirements.empty?
          wanted.map { |requirement| margin(minimum, claim, requirement) }
        end

        def margin(minimum, claim, requirement)
          Margins.of(minimum_si: minimum.value_si, limit_si: @limit&.value_si, claim: claim, requirement: requirement,
                     figures: figures)
        end

        def evidence
          { description: (Statistics::Description.of(@sample.breaks_si) if @sample.breaks_si.any?),
            remarks: Remarks.for(@sample, @terms, @results), sample_tests: Outliers::SampleTests.for(@sample.breaks_si),
            plot: Plot.of(@sample, @terms), failure_modes: CompetingRisks.call(@sample, @terms, figures) }
        end
      end
    end
  end
end
