# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # A lot at its bench: what can be run, what is looked at first, what stands in the way, what was run.
      module ShowBench
        MOST_RUNS = 20

        module_function

        # @param unit [String, nil]
        # @return [Hash]
        def call(lot_id:, unit: nil)
          lot = Store::Models::Lot.fetch!(lot_id)
          symbol = Catalogue.measurand(lot.measurand).unit!(unit || lot.display_unit)
          readiness = Readiness.new(lot)
          { bench: bench(readiness.bench), cell: readiness.cell&.name, unit: symbol.symbol,
            checklist: Readiness::CHECKLIST.map { |key, words| { key: key.to_s, words: words } },
            procedures: lot.measurand == "force" ? Procedures.all(readiness, symbol) : [],
            loads: readiness.loads.map { |key, value| { key: key, value_si: value } },
            limits: readiness.limits, next: Planning::KeptPlan.new(lot).line[:next],
            runs: runs(lot) }
        end

        def bench(row)
          row && { id: row.id, name: row.name, driven: !row.address.to_s.empty?, simulated: row.address == "simulated" }
        end
        private_class_method :bench

        def runs(lot)
          rows = Store::Models::Run.where(lot_id: lot.id).exclude(state: "refused").reverse(:id).limit(MOST_RUNS)
          rows.eager(:person, :pull).all.map { |row| run(row) }
        end
        private_class_method :runs

        # @param row [Store::Models::Run]
        def run(row)
          { id: row.id, uid: row.uid, lot_id: row.lot_id, bench_id: row.bench_id, state: row.state, ended: row.ended,
            procedure: row.read(:procedure)[:name], proof_passed: row.proof_passed, person: row.person.name,
            started_at: row.created_at, pull_id: row.pull_id, pull_number: row.pull&.number,
            overruled: row.read(:overruled), overruled_reason: row.overruled_reason,
            outcomes: outcomes(row), notes: row.read(:results)&.fetch(:notes, []).to_a }
        end

        def outcomes(row)
          row.read(:results)&.fetch(:outcomes, nil).to_a.map { |one| one.slice(:does, :state, :words) }
        end
        private_class_method :outcomes

        # Runs that were cut off and whose pull nobody has judged yet.
        # @return [Array<Hash>] for Today
        def interrupted
          judged = Store::Models::Judgement.select(:pull_id)
          rows = Store::Models::Run.where(state: "interrupted").exclude(pull_id: judged).or(state: "interrupted",
                                                                                            pull_id: nil)
          rows.where do
            ended_at > Time.now - (7 * 86_400)
          end.eager(:lot, :bench).reverse(:id).limit(MOST_RUNS).all.map do |row|
            { id: row.id, lot_id: row.lot_id, lot: row.lot.name, bench: row.bench.name, why: row.ended.to_s,
              pull_id: row.pull_id, ended_at: row.ended_at }
          end
        end
      end
    end
  end
end
