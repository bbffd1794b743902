# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # Writes down that somebody begins a pull, before the recorder is asked: of two at once, one has the bench. Inside
      # the caller's transaction.
      module ClaimBench
        module_function

        # @param against [Array<Hash>] key, words: what a reviewer overruled; @param place [Hash] the piece
        # @return [Store::Models::Run] claimed
        # @raise [Conflict]
        def call(readiness, bench, person, procedure:, made:, checklist:, reason:, against:, place:, machine:)
          Store::Models::Bench.where(id: bench.id).for_update.first # one run at a time
          raise Conflict, "A run is going on at #{bench.name}" if RunStates.busy?(bench.id)

          warnings = readiness.warnings(made, **place)
          run = create(readiness, bench, person, procedure: procedure, checklist: checklist, against: against,
                                                 reason: reason, warnings: warnings, machine: machine, **place)
          Store::Events.record(:start_run, run, person_id: person.id, lot_id: run.lot_id,
                                                after: { bench: bench.name, procedure: procedure[:key],
                                                         revision: procedure[:revision], warnings: warnings,
                                                         force_limit_newtons: run.force_limit_newtons,
                                                         overruled: run.read(:overruled), reason: reason })
          run
        end

        def create(readiness, bench, person, procedure:, checklist:, against:, reason:, warnings:, machine:, **place)
          keys = against.map { |row| row[:key] }
          Store::Models::Run.create(
            lot_id: readiness.lot.id, bench_id: bench.id, instrument_id: readiness.cell&.id, **place,
            procedure: JSON.generate({ **procedure, loads: readiness.loads }), checklist: JSON.generate(checklist),
            overruled: JSON.generate(against.map { |row| row[:words] }), warnings: JSON.generate(warnings),
            overruled_reason: (reason.strip if against.any?), person_id: person.id, driver_id: person.id,
            driver_seen_at: Time.now, machine: machine, state: RunStates::CLAIMED,
            force_limit_newtons: readiness.limits(overruled: keys)[:force_limit]
          )
        end
        private_class_method :create
      end
    end
  end
end
