# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # What a check that failed or ran out touches: every pull since the last good one, its lots and its statements.
      module Affected
        MOST = 500

        module_function

        # @param facts [InstrumentFacts]
        # @return [Hash, nil] nil while nothing is in question
        def of(facts, now: Time.now)
          return if facts.history.last.nil?

          rows = pulls(facts).filter_map do |pull|
            state = facts.history.at(pull.pulled_at, now: now).state
            [pull, state] unless %i[good confirmed].include?(state)
          end
          sentence = question(facts, now)
          return if rows.empty? && sentence.nil?

          { sentence: sentence || "Read while #{facts.row.name} could not be trusted", count: rows.size,
            since: facts.history.last_good(now)&.at, pulls: rows.first(MOST).map { |pull, state| row(pull, state) },
            lots: lots(rows.map(&:first)) }
        end

        # @return [String, nil] what is wrong with it now
        def question(facts, now)
          name = facts.row.name
          last = facts.history.last
          return "#{name} failed its check of #{day(last.at)}" unless last.passed

          over = facts.row.overloads.find { |o| o.at > last.at && o.at <= now }
          return "#{name} was overloaded on #{day(over.at)} and not checked since" if over

          "The check of #{name} ran out on #{day(last.good_until)}" if last.good_until && last.good_until < now
        end

        def day(time) = time.localtime.strftime("%-d %B %Y")
        private_class_method :day

        def pulls(facts)
          ids = Store::Models::PullInstrument.where(instrument_id: facts.row.id).select(:pull_id)
          Store::Models::Pull.where(id: ids).order(:pulled_at, :number).eager(lot: :job, feature: :specimen).all
        end
        private_class_method :pulls

        def row(pull, state)
          specimen = pull.feature.specimen
          { id: pull.id, number: pull.number, pulled_at: pull.pulled_at, state: state.to_s, lot_id: pull.lot_id,
            lot: pull.lot.name, specimen: specimen.label.empty? ? specimen.number.to_s : specimen.label }
        end
        private_class_method :row

        def lots(rows)
          rows.group_by(&:lot).map do |lot, pulls|
            statements = Store::Models::Statement.where(lot_id: lot.id,
                                                        id: Store::Models::Statement.with_pulls(pulls.map(&:id)))
            { id: lot.id, name: lot.name, customer: lot.job.customer, pulls: pulls.size,
              statements: statements.order(:number).select_map(:number) }
          end
        end
        private_class_method :lots
      end
    end
  end
end
