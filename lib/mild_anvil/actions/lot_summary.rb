# frozen_string_literal: true

module MildAnvil
  module Actions
    # What the force rule and the rack need to know of a lot, as plain values.
    module LotSummary
      module_function

      # @param rated [RateLot::Rated]
      # @param signed [Store::Models::SignedRating, nil] the last one
      # @return [Hash] keys as in the API
      def call(rated, signed)
        lot = rated.lot
        statement = rated.statement
        current = signed && current?(signed, statement)
        progress = Core::Plan::Progress.new(planned: lot.specimens_planned, pulled: rated.pulls.size, judged: rated.judged.size, statement: statement, signed: current)
        { next_step: progress.next_step.to_s, waits: progress.waits?, planned: lot.specimens_planned, pulled: rated.pulls.size, judged: rated.judged.size,
          counts_in_words: statement.sample.in_words, marks: marks(rated), minimum: figure(statement.minimum), minimum_upper_newtons: statement.chosen&.upper_newtons,
          working_load_limit: figure(statement.working_load_limit), factor: statement.terms.factor, school: statement.chosen&.name,
          claim: claim(lot), claim_strength_newtons: statement.terms.claim&.strength_newtons, requirement: requirement(lot),
          verdict: statement.verdict&.state&.to_s, verdict_because: statement.verdict&.because, recommended_because: statement.recommendation.because,
          signed_number: signed&.number, signed_current: current || false, last_change_seconds: rated.pulls.map { |p| p.pulled_at.to_i }.max }
      end

      def current?(signed, statement)
        JSON.parse(JSON.generate(statement.to_h)).slice("minimum", "working_load_limit", "counts", "chosen") == signed.statement.slice("minimum", "working_load_limit", "counts", "chosen")
      end
      private_class_method :current?

      def marks(rated)
        replaced = Core::Rating::PerFeature.replaced(rated.judged).map(&:number)
        by_number = rated.judged.to_h { |j| [j.number, j.observation] }
        rated.pulls.map do |pull|
          seen = by_number[pull.number]
          kind = if replaced.include?(pull.number)
                   "replaced"
                 else
                   (seen ? seen.counts_as.to_s : "unjudged")
                 end
          { pull_id: pull.id, number: pull.number, counts_as: kind, force_newtons: seen&.force_newtons || pull.peak_newtons, upper_newtons: seen&.upper_newtons }
        end
      end
      private_class_method :marks

      def figure(value) = value && { text: value.text, unit: value.unit, newtons: value.newtons }
      private_class_method :figure

      def claim(lot)
        lot.claim_newtons && { newtons: lot.claim_newtons, measure: lot.claim_measure || "strength" }
      end
      private_class_method :claim

      def requirement(lot)
        lot.requirement_newtons && { newtons: lot.requirement_newtons, measure: lot.requirement_measure || "working_load" }
      end
      private_class_method :requirement
    end
  end
end
