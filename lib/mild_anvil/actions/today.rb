# frozen_string_literal: true

module MildAnvil
  module Actions
    # What waits, by the step it waits for, and what was done last.
    module Today
      STEPS = %w[judge pull sign review more].freeze
      MAX_SHOWN = 40
      MAX_LATEST = 12

      module_function

      # @return [Hash] waiting: lots by step; latest: what was done, one line a pull; counts by state
      def call
        rows, = Store::Rack.page(waiting: true, limit: MAX_SHOWN)
        lots = rows.map { |row| ListLots.lot(row).merge(customer: row[:customer]) }
        waiting = STEPS.map do |step|
          { step: step, lots: lots.select do |lot|
            lot[:summary]["next_step"] == step
          end }
        end
        { waiting: waiting.reject { |group| group[:lots].empty? }, latest: latest, counts: Store::Rack.counts,
          backup: DailyBackup.last || {}, verification: DailyVerify.told, missing_tests: Planning::MissingTests.call,
          instruments_due: Chain::Reminders.call, interrupted: Benching::ShowBench.interrupted,
          quarantines: Proving::Quarantines.undecided, proofs_due: Proving::Dues.coming,
          conclusions: Comparing::Conclusions.waiting, long_tests: LongTests::ShowTest.waiting,
          watch: Watching::ShowWatch.new.waiting, upkeep: Upkeep::ShowUpkeep.new.waiting,
          reports: LongTests::Report.waiting, board: Planning::DayBoard.call,
          hands: Store::Journal.last_hands(rows.map { |row| row[:id] }) }
      end

      # Brought in and judged by the same hand is one line: what a pull came to, by whom, when.
      def latest
        Store::Journal.latest_of_pulls(MAX_LATEST).map do |row|
          { action: row[:action], created_at: row[:at], person: row[:person], number: row[:number],
            pull_id: row[:pull_id],
            lot_id: row[:lot_id], lot: row[:lot], figure: figure(row) }
        end
      end
      private_class_method :latest

      def figure(row)
        return if row[:value_si].nil?

        Figures.new(Catalogue.measurand(row[:measurand]), row[:display_unit]).reading(row[:value_si],
                                                                                      row[:resolution_si])
      end
      private_class_method :figure
    end
  end
end
