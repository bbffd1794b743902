# frozen_string_literal: true

module MildAnvil
  module Actions
    # One pull with its recording's findings, its file, and all that was measured and judged, also what was taken back.
    module ShowPull
      module_function

      # @return [Hash]
      def call(pull_id:)
        pull = Store::Models::Pull.fetch!(pull_id)
        facts = LotFacts.new(pull.lot, specimen_id: pull.feature.specimen_id)
        at = facts.pulls.index { |row| row.id == pull.id }
        figures = Figures.of(pull.lot)
        loaded = facts.pulls[at]
        PullRow.row(facts, loaded, facts.placed[at], figures)
               .merge(lot_id: pull.lot_id, person: pull.person.name, proposal: proposals(facts, loaded),
                      recording: loaded.recording && ShowRecording.call(Store::Models::Recording[loaded.recording.id],
                                                                        figures),
                      measurements: loaded.measurements.map { |m| PullRow.measurement(m, figures).merge(named(m)) },
                      history: history(loaded, figures), files: Prepare::Attach.of(pull_id: pull.id),
                      read_by: facts.chain.reading(loaded)&.slice(:instrument, :state, :out_of_range),
                      blind: JudgeBlind.of(pull.id),
                      run: Store::Models::Run.first(pull_id: pull.id)&.then { |run| Benching::ShowBench.run(run) })
      end

      # What each part that can fail would make of this pull.
      def proposals(facts, pull)
        measured = facts.measurement(pull)&.value
        [nil, *Core::Plan::RequestWords::FAILED_PARTS].filter_map do |part|
          found = Core::Judgement::Proposal.for(measurement: measured, failed_part: part,
                                                rated_parts: facts.lot.rated_parts)
          found && { failed_part: part, counts_as: found.counts_as.to_s, reason: found.reason }
        end
      end
      private_class_method :proposals

      def named(row) = { person: row.person.name, created_at: row.created_at }
      private_class_method :named

      def history(pull, figures)
        pull.judgements.map do |row|
          { counts_as: row.counts_as, undoes: !row.undoes_id.nil?, reason: row.reason,
            figure: figures.reading(row.value_si), **named(row) }
        end
      end
      private_class_method :history
    end
  end
end
