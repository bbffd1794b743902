# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # An instrument whole: what it may be used for, what a reading is worth, its checks over time, what they touch.
      class ShowInstrument
        USUAL_SHARE = 0.6 # of the capacity, where nobody says at which force
        MOST_CHECKS = 200
        MOST_PULLS = 2000

        # @param force [Float, nil] newtons, that a reading is asked about; @param unit [String, nil] to show figures in
        # @return [Hash]
        def self.call(instrument_id:, force: nil, unit: nil)
          new(Store::Models::Instrument.fetch!(instrument_id), force, unit).to_h
        end

        def initialize(row, force, unit)
          @row = row
          @unit = unit
          @facts = InstrumentFacts.new(row)
          @figures = ChainFigures.new(row, unit)
          @force = force || ((row.usable_high || row.capacity_newtons) * USUAL_SHARE)
        end

        def to_h = { **plain, **range, **lists, over_time: over_time, reading: reading, affected: Affected.of(@facts) }

        private

        def plain
          { **@row.values.slice(:id, :uid, :name, :serial, :bench_id, :note, :version, :shows, :unit,
                                :sampling_hertz, :good_for_days),
            due_on: @row.due, capacity: @figures.reading(@row.capacity_newtons),
            resolution: @figures.small(@row.resolution_newtons), bench: @row.bench&.name }
        end

        def range
          { state: state, standing: standing, low: @figures.from(@row.usable_low),
            high: @figures.up_to(@row.usable_high) }
        end

        def lists
          { certificates: certificates, checks: checks, overloads: overloads, last: last, last_cross: last_cross,
            files: Prepare::Attach.of(instrument_id: @row.id) }
        end

        def state = @row.lapsed?(Time.now.to_date) && @row.checked_state == "good" ? "lapsed" : @row.checked_state

        # @return [String] one sentence: whether a reading may be trusted today
        def standing
          due = @row.due
          case state
          when "never" then "Never checked here#{"; by its certificate good until #{day(due)}" if due}."
          when "failed" then "Failed its last check: nothing may be rated from it until it is put right and checked."
          when "overloaded" then "Overloaded since its last check: check it before the next pull."
          when "lapsed" then "Its check ran out on #{day(due)}: check it before the next pull."
          else due ? "Good until #{day(due)}, or an overload." : "Good until an overload."
          end
        end

        def day(date) = date.strftime("%-d %B %Y")

        def certificates = @row.certificates.reverse.map { |row| certificate(row) }
        def overloads = @row.overloads.map { |row| overload(row) }

        def certificate(row)
          row.values.slice(:id, :number, :issued_by, :issued_on, :expires_on, :coverage_factor, :attachment_id)
             .merge(expanded: @figures.small(row.expanded_newtons),
                    expanded_percent: row.expanded_share&.then { |s| (s * 100).round(6) },
                    in_force: row.in_force?(Time.now.to_date))
        end

        def checks
          rows = Store::Models::InstrumentCheck.where(instrument_id: @row.id).or(second_instrument_id: @row.id)
          rows.reverse(:checked_at, :id).limit(MOST_CHECKS).eager(:person, :second_instrument).all
              .map { |check| ShowCheck.row(check) }
        end

        def overload(row)
          row.values.slice(:id, :at, :note, :pull_id).merge(value: @figures.reading(row.value_newtons))
        end

        def last = @facts.dead_weights.last&.then { |check| ShowCheck.stored(@facts, check, unit: @unit) }

        def last_cross
          found = Store::Models::InstrumentCheck.where(kind: "cross", withdrawn_at: nil)
                                                .where(Sequel.or(instrument_id: @row.id, second_instrument_id: @row.id))
                                                .reverse(:checked_at, :id).first
          found && ShowCheck.stored(@facts, found, unit: @unit)
        end

        # The error at one force of every check, and when it was used between them.
        def over_time
          rows = @facts.dead_weights
          at = rows.any? ? @facts.result(rows.last).series.levels.then { |l| l[l.size / 2] } : @force
          errors = rows.map { |check| @facts.result(check).error_at(at) }
          allowed = @facts.tolerance&.allowed(at)
          chart = Core::Instrument::CheckChart.new(errors, allowed: allowed)
          { force: @figures.reading(at), allowed_si: allowed, sentences: chart.sentences, pulls: used,
            upper_si: chart.chart&.upper_limit, lower_si: chart.chart&.lower_limit,
            errors: rows.zip(errors).map do |check, error|
              { id: check.id, at: check.checked_at, error_si: error, error: @figures.small(error),
                passed: check.passed }
            end }
        end

        def used
          ids = Store::Models::PullInstrument.where(instrument_id: @row.id).select(:pull_id)
          Store::Models::Pull.where(id: ids).reverse(:pulled_at).limit(MOST_PULLS).select_map(:pulled_at)
        end

        def reading = ReadingWorth.shown(@facts.budget(@force), @figures)
      end
    end
  end
end
