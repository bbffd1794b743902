# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # A lot's rating: every school's answer, the one chosen, the working load limit and the verdict, with the figures
      # that may be stated. Screen, command line and papers print this and compute nothing themselves.
      Statement = Struct.new(:sample, :terms, :results, :recommendation, :chosen, :minimum, :working_load_limit, :description,
                             :verdict, :margins, :figures, :remarks, :aids, :plot, :next_breaks, :ways, :in_use, keyword_init: true)

      class Statement
        # Bump when a change could give another figure for the same inputs.
        RULE_VERSION = "2"

        # @return [Hash] plain values; forces in newtons, and as stated in the terms' unit
        def to_h
          { rule_version: RULE_VERSION, unit: terms.unit.symbol, coverage: terms.coverage, confidence: terms.confidence,
            counts: counts, description: described, schools: results.map { |result| school(result) },
            recommended: recommendation.key&.to_s, recommended_because: recommendation.because,
            chosen: chosen&.key&.to_s, minimum: stated(minimum), factor: terms.factor, factor_source: terms.factor_source,
            working_load_limit: stated(working_load_limit), verdict: verdict && verdict_h, margins: margins&.to_h, remarks: remarks,
            **evidence_h }
        end

        private

        def evidence_h
          { aids: aids.map { |aid| aid_h(aid) }, plot: plot.map { |drawn| plot_h(drawn) }, next_breaks: next_breaks.map { |row| next_h(row) }, ways: ways && ways_h,
            in_use: in_use.map { |row| { key: row.key.to_s, name: row.name, factor: row.factor, text: row.limit.text, newtons: row.limit.newtons } } }
        end

        def aid_h(aid) = aid.to_h.merge(key: aid.key.to_s, values: aid.values.map { |v| figures.nearest(v).text })
        def plot_h(drawn) = drawn.merge(family: drawn[:family].to_s, points: drawn[:points].map { |point| point.merge(arrow: point[:arrow]&.to_s) })
        def next_h(row) = row.merge(stated: row[:newtons].positive? ? figures.down(row[:newtons]).text : nil)

        def ways_h
          { in_words: ways.in_words, ways: ways.ways.map { |w| w.to_h.merge(stated: w.newtons && figures.down(w.newtons).text) } }
        end

        def counts
          Observation::KINDS.to_h { |kind| [kind, sample.observations.count { |o| o.counts_as == kind }] }.merge(in_words: sample.in_words)
        end

        def described
          return if description.nil?

          { breaks: description.count, mean: stated(figures.nearest(description.mean)), lowest: stated(figures.nearest(description.lowest)),
            highest: stated(figures.nearest(description.highest)), median_newtons: description.median,
            standard_deviation_newtons: description.standard_deviation,
            standard_deviation: description.standard_deviation && stated(finer.nearest(description.standard_deviation)),
            variation_share: description.variation_share }
        end

        # A standard deviation is stated one figure finer than the readings.
        def finer = Quantity::FigureRule.new(unit: figures.unit, step: figures.step / 10)

        def school(result)
          shown = result.minimum ? :down : :nearest
          { key: result.key.to_s, name: result.name, minimum: result.minimum, newtons: result.newtons, upper_newtons: result.upper_newtons,
            stated: result.newtons && figures.public_send(shown, result.newtons).text, in_words: result.in_words, refusal: result.refusal,
            assumption: result.assumption, weakness: result.weakness, working: result.working }
        end

        def verdict_h
          verdict.to_h.merge(state: verdict.state.to_s, claimed: verdict.claimed_newtons && stated(figures.nearest(verdict.claimed_newtons)))
        end

        def stated(figure) = figure && { text: figure.text, unit: figure.unit, newtons: figure.newtons }
      end
    end
  end
end
