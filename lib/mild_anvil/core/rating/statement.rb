# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # A lot's rating: every school's answer, the one chosen, the working load limit and the verdicts, with the
      # figures that may be
      # stated. Screen, command line and papers print this and compute nothing themselves.
      Statement = Struct.new(:sample, :drawn, :terms, :results, :recommendation, :chosen, :minimum, :working_load_limit,
                             :limit_refusal,
                             :limit_refused_by, :beside, :description, :verdicts, :margins, :claim_conflicts,
                             :figures, :remarks, :sample_tests,
                             :plot,
                             :next_breaks, :failure_modes, :in_use, :preloaded, :relative, keyword_init: true)

      class Statement
        # Bump when a change could give another figure for the same inputs.
        RULE_VERSION = "6"
        # A verdict before another when only one can be shown.
        WORST_FIRST = %i[fail cannot_tell not_comparable pass].freeze

        # @return [Verdict, nil] the worst one
        def verdict = verdicts.min_by { |v| WORST_FIRST.index(v.state) }

        # @return [String, nil] the factor that the stated minimum and limit make, cut to hundredths
        def factor_made
          return if minimum.nil? || working_load_limit.nil?

          format("%.2f", Margins.cut((minimum.value_si / working_load_limit.value_si).round(9)))
        end

        # @return [Hash] plain values; SI, and as stated in every unit of the terms
        def to_h
          { **terms_h, counts: counts, description: described, schools: results.map { |result| school(result) },
                       recommended: recommendation.key&.to_s, recommended_reason: recommendation.reason,
                       wanted: recommendation.wanted&.to_s, chosen: chosen&.key&.to_s,
                       chosen_confidence: chosen&.confidence, **beside,
                       **limits_h, verdicts: verdicts.map { |verdict| verdict_h(verdict) },
                       margins: margins.map(&:to_h), claim_conflicts: claim_conflicts,
                       remarks: remarks, **StatementEvidence.call(self) }
        end

        private

        def terms_h
          { rule_version: RULE_VERSION, measurand: terms.measurand, rated_quantity: terms.rated_quantity,
            unit: terms.unit.symbol,
            coverage: terms.coverage, confidence: terms.confidence, factor: terms.factor,
            factor_text: terms.factor && format("%g", terms.factor),
            factor_source: terms.factor_source }
        end

        def limits_h
          { minimum: minimum&.to_h, working_load_limit: working_load_limit&.to_h, limit_refusal: limit_refusal,
            limit_refused_by: limit_refused_by&.to_s,
            factor_made: factor_made,
            preloaded: preloaded && preloaded_h,
            relative: relative&.to_h&.merge(in_words: relative.in_words) }
        end

        def preloaded_h
          preloaded.to_h.merge(with: preloaded.with&.to_h, without: preloaded.without&.to_h,
                               in_words: preloaded.in_words)
        end

        def counts
          Observation::KINDS.to_h { |kind| [kind, sample.observations.count { |o| o.counts_as == kind }] }
                            .merge(in_words: sample.in_words)
        end

        def described
          return if description.nil?

          { breaks: description.count, mean: stated(description.mean), lowest: stated(description.lowest),
            highest: stated(description.highest), median_si: description.median,
            standard_deviation_si: description.standard_deviation,
            standard_deviation: description.standard_deviation && finer.nearest(description.standard_deviation).to_h,
            variation_share: description.variation_share }
        end

        # A standard deviation is stated one figure finer than the readings.
        def finer = Quantity::FigureRule.new(unit: figures.unit, step: figures.step / 10, others: terms.units)

        def school(result)
          shown = Schools.find(result.key).promises? ? :down : :nearest
          { key: result.key.to_s, name: result.name, minimum: result.minimum, value_si: result.value_si,
            upper_si: result.upper_si,
            stated: result.value_si && figures.public_send(shown, result.value_si).to_h, confidence: result.confidence,
            in_words: result.in_words, refusal: result.refusal, assumption: result.assumption,
            weakness: result.weakness, working: result.working }
        end

        def verdict_h(verdict)
          claim = verdict.claim
          verdict.to_h.except(:claim).merge(state: verdict.state.to_s, claim_id: claim.id, source: claim.source,
                                            claimed: verdict.claimed_si && claimed_figure(claim, verdict).to_h)
        end

        # In the words of whoever claimed it; a strength that follows from a claimed load is a figure of ours.
        def claimed_figure(claim, verdict)
          own = claim.text && terms.units.find { |unit| unit.symbol == claim.unit }
          return figures.nearest(verdict.claimed_si) if own.nil? || claim.measure != :strength

          Quantity::DemandFigure.call(value_si: verdict.claimed_si, text: claim.text, unit: own, units: terms.units)
        end

        def stated(value_si) = figures.nearest(value_si).to_h
      end
    end
  end
end
