# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # A lot at its bench: what can be run, what is looked at first, what stands in the way, what was run.
      module ShowBench
        MOST_RUNS = 20
        SHOWN_SECONDS = 7 * 86_400

        module_function

        # @param unit [String, nil]
        # @return [Hash]
        def call(lot_id:, unit: nil)
          lot = Store::Models::Lot.fetch!(lot_id)
          symbol = Catalogue.measurand(lot.measurand).unit!(unit || lot.display_unit)
          readiness = Readiness.new(lot)
          { bench: bench(readiness.bench), cell: readiness.cell&.name, unit: symbol.symbol,
            checklist: Readiness::CHECKLIST.map { |key, words| { key: key.to_s, words: words } },
            procedures: Procedures.all(readiness, symbol), proposed: Procedures.proposed(readiness),
            quarantines: Proving::Quarantines.of_lot(lot),
            loads: readiness.loads.map { |key, value| { key: key, value_si: value } },
            limits: in_loads(readiness), next: Planning::KeptPlan.new(lot).line[:next],
            runs: runs(lot) }
        end

        # As the force rule of the lot shows them.
        def in_loads(readiness)
          ratio = readiness.fixture.ratio
          { **readiness.limits, force_limit: readiness.limits[:force_limit] * ratio }
        rescue InvalidInput
          readiness.limits
        end
        private_class_method :in_loads

        def bench(row)
          row && { id: row.id, name: row.name, driven: !row.address.to_s.empty?, simulated: row.address == "simulated",
                   machine: row.identity }
        end
        private_class_method :bench

        def runs(lot)
          rows = Store::Models::Run.where(lot_id: lot.id).exclude(state: "refused").reverse(:id).limit(MOST_RUNS)
          rows.eager(:person, :pull, :driver, :quarantine, :certificates, :bench, :bench_events).all.map do |row|
            run(row)
          end
        end
        private_class_method :runs

        # @param row [Store::Models::Run]
        def run(row)
          found = row.read(:results) || {}
          plain = row.values.slice(:id, :uid, :lot_id, :bench_id, :state, :ended, :proof_passed, :proof_state, :pull_id,
                                   :overruled_reason, :unkept)
          outcomes = found[:outcomes].to_a.map { |one| one.slice(:does, :state, :words) }
          { **plain, **Drive.shown(row), **papers(row), procedure: row.read(:procedure)[:name], outcomes: outcomes,
                                                        person: row.person.name, started_at: row.created_at,
                                                        pull_number: row.pull&.number,
                                                        bench: row.bench.name,
                                                        bench_events: KeptEvents.shown(row),
                                                        warnings: row.read(:warnings).to_a,
                                                        overruled: row.read(:overruled), notes: found[:notes].to_a,
                                                        results: found[:results].to_a }
        end

        # What follows from a proof.
        def papers(row)
          { quarantine_id: row.quarantine&.id,
            certificates: row.certificates.map { |one| one.values.slice(:id, :number) } }
        end
        private_class_method :papers

        # Runs that were cut off, or of which nothing could be made, and whose pull nobody has judged yet.
        # @return [Array<Hash>] for Today
        def interrupted
          judged = Store::Models::Judgement.select(:pull_id)
          open = Sequel.~(pull_id: judged) | { pull_id: nil }
          odd = Sequel.expr(state: RunStates::INTERRUPTED) | Sequel.~(unkept: nil)
          rows = Store::Models::Run.where(open).where(odd).where { ended_at > Time.now - SHOWN_SECONDS }
          rows.eager(:lot, :bench).reverse(:id).limit(MOST_RUNS).all.map do |row|
            { id: row.id, lot_id: row.lot_id, lot: row.lot.name, bench: row.bench.name, why: row.ended.to_s,
              pull_id: row.pull_id, ended_at: row.ended_at, unkept: row.unkept }
          end
        end
      end
    end
  end
end
