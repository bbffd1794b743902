# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # The step Check of a lot: its bench and cells, its readings, what they share, what stands in the way.
      module OfLotPage
        module_function

        # @return [Hash]
        def call(lot_id:)
          lot = Store::Models::Lot.fetch!(lot_id)
          facts = LotFacts.new(lot)
          chain = OfLot.new(facts)
          figures = Figures.of(lot)
          { bench: bench(lot), instruments: cells(lot, facts), line: line(chain, lot),
            measured: lot.measurand == "force",
            force_si: force(lot, facts), shared_percent: chain.shared_share&.then { |s| (s * 100).round(3) },
            shared_source: chain.shared_source, remarks: chain.remarks,
            overruled: overruled(lot), readings: facts.pulls.filter_map { |pull| reading(chain, pull, figures) },
            pulls_without: facts.pulls.count { |pull| pull.pull_instruments.empty? } }
        end

        # One line of truth for the spine, and its state.
        # @return [Hash] line, state
        def line(chain, lot)
          return { line: "Nothing to check: not a force", state: "none" } unless lot.measurand == "force"
          return { line: chain.remarks.first.delete_suffix("."), state: "warn" } if chain.remarks.any?

          cell = ChooseInstruments.usual(lot)
          if cell.nil?
            return { line: chain.known? ? "Readings stand" : "No cell chosen",
                     state: chain.known? ? "full" : "none" }
          end

          of_cell(cell)
        end

        def of_cell(cell)
          return { line: "#{cell.name} failed its check", state: "warn" } if cell.checked_state == "failed"
          return { line: "#{cell.name} was overloaded", state: "warn" } if cell.checked_state == "overloaded"
          return { line: "#{cell.name}: check ran out", state: "warn" } if cell.lapsed?(Time.now.to_date)
          return { line: "#{cell.name} never checked here", state: "half" } if cell.checked_state == "never"

          { line: "#{cell.name} good until #{cell.due ? cell.due.strftime('%-d %B') : 'an overload'}", state: "full" }
        end
        private_class_method :of_cell

        def bench(lot)
          ChooseInstruments.bench(lot)&.then { |b| { id: b.id, name: b.name, counting_id: b.counting_instrument_id } }
        end
        private_class_method :bench

        # Those of the bench, and those that read a pull.
        def cells(lot, facts)
          rows = ChooseInstruments.bench(lot)&.instruments.to_a + facts.pulls.flat_map do |p|
            p.pull_instruments.map(&:instrument)
          end
          usual = ChooseInstruments.usual(lot)
          rows.uniq(&:id).map { |row| { id: row.id, name: row.name, counts: row.id == usual&.id } }
        end
        private_class_method :cells

        # What is expected to be read: the mean so far, else what the plan expects, else what is claimed.
        def force(lot, facts)
          return unless lot.measurand == "force"

          read = facts.sample.breaks_si
          return read.sum / read.size if read.any?

          Planning::KeptPlan.new(lot).expected_si || lot.claims.filter_map do |row|
            row.value_si if row.measure == "strength"
          end.max
        end
        private_class_method :force

        def overruled(lot)
          terms = lot.terms
          terms.shared_uncertainty_share && { percent: (terms.shared_uncertainty_share * 100).round(6),
                                              reason: terms.shared_uncertainty_source.to_s }
        end
        private_class_method :overruled

        def reading(chain, pull, figures)
          found = chain.reading(pull) or return
          row = pull.pull_instruments.find(&:counts?)
          { pull_id: pull.id, number: pull.number, pulled_at: pull.pulled_at, instrument_id: row.instrument_id,
            instrument: found[:instrument], state: found[:state], out_of_range: found[:out_of_range],
            drift: found[:drift_newtons]&.then { |d| figures.reading(d, row.instrument.resolution_newtons) },
            second: pull.pull_instruments.reject(&:counts?).map { |other| other.instrument.name } }
        end
        private_class_method :reading
      end
    end
  end
end
