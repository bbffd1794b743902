# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # What is known of an instrument: its checks as the core computes them, its certificate, what a reading is worth.
      class InstrumentFacts
        attr_reader :row

        # @param row [Store::Models::Instrument]
        def initialize(row)
          @row = row
          @results = {}
        end

        # @return [Core::Instrument::CheckHistory]
        def history
          @history ||= Core::Instrument::CheckHistory.new(dead_weights.map { |check| stated(check) },
                                                          row.overloads.map { |o| overload(o) })
        end

        # @return [Array<Store::Models::InstrumentCheck>] against masses, in order of time
        def dead_weights = @dead_weights ||= row.checks.select(&:dead_weight?)
        def crosses = row.checks.select(&:cross?)

        # @return [Core::Instrument::CheckResult] computed from the points of a check
        def result(check) = @results[check.id] ||= CheckRows.result(check)

        # @param at [Time]
        # @return [Store::Models::InstrumentCheck, nil] the last good one by then
        def good_check(at)
          found = history.last_good(at)
          found && check(found.reference)
        end

        # @return [Store::Models::InstrumentCheck, nil] one against masses
        def check(id)
          @by_id ||= dead_weights.to_h { |check| [check.id, check] }
          @by_id[id]
        end

        # @return [Store::Models::Certificate, nil] in force on that day
        def certificate(at) = row.certificates.reverse.find { |c| c.in_force?(at.localtime.to_date) }

        # @param force [Float] newtons; @param at [Time] of the reading
        # @param pull [Hash] drift, missed: newtons
        # @return [Core::Instrument::ReadingBudget]
        def budget(force, at: Time.now, **pull)
          known = certificate(at)
          check = good_check(at)
          Core::Instrument::ReadingBudget.new(force, certificate: known && stated_certificate(known),
                                                     check: check && result(check),
                                                     resolution: row.resolution_newtons, **pull)
        end

        # @return [Float, nil] expanded uncertainty of a reading at a force, newtons
        def expanded(force, at: Time.now) = budget(force, at: at).budget&.expanded

        # @return [Core::Instrument::CheckTolerance, nil]
        def tolerance
          return if row.tolerance_newtons.nil? && row.tolerance_share.nil?

          Core::Instrument::CheckTolerance.new(newtons: row.tolerance_newtons, share: row.tolerance_share)
        end

        private

        def stated(check)
          Core::Instrument::CheckHistory::Check.new(at: check.checked_at, passed: check.passed,
                                                    good_until: check.good_until, reference: check.id)
        end

        def overload(row) = Core::Instrument::CheckHistory::Overload.new(at: row.at, newtons: row.value_newtons)

        def stated_certificate(row)
          Core::Instrument::ReadingBudget::Certificate.new(expanded_newtons: row.expanded_newtons,
                                                           expanded_share: row.expanded_share,
                                                           factor: row.coverage_factor)
        end
      end
    end
  end
end
