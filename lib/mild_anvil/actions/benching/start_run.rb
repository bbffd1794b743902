# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # Begins a pull on a bench, once everything before it was looked at and nothing stands in the way.
      module StartRun
        SCATTER = 0.05
        # What a simulated bench puts in, by the kind of item.
        MADE = { "sewn_loop" => "rows", "webbing" => "rows", "net" => "rows", "rope" => "rope", "string" => "rope",
                 "eye_splice" => "rope", "wire_rope" => "rope", "round_sling" => "rope", "chain" => "steel",
                 "shackle" => "steel", "hook" => "steel", "bolt_nut" => "steel", "flat_coupon" => "steel",
                 "welded_coupon" => "steel", "pegged_joint" => "joint", "ground_anchor" => "anchor",
                 "concrete_anchor" => "anchor", "threaded_insert" => "print", "hanger" => "print" }.freeze

        module_function

        # @param checklist [Hash{Symbol => Boolean}]; @param reason [String, nil] why what stands in the way does not
        # @param roles [Array<String>] of whoever overrules
        # @return [Store::Models::Run]
        # @raise [InvalidInput, Conflict, Forbidden]
        def call(lot_id:, procedure:, checklist:, person_id:, roles:, reason: nil, specimen_number: nil,
                 feature_name: nil, once_key: nil)
          person = People.fetch!(person_id)
          lot = Store::Models::Lot.fetch!(lot_id)
          Practice::Apart.real!(lot, "It is pulled in its lesson, not on a bench")
          readiness = Readiness.new(lot)
          bench = bench!(readiness)
          looked!(checklist)
          content, made = Procedures.of(procedure, readiness)
          against = overruled!(readiness.refusals(made), reason, roles)
          id = OnceOnly.call(once_key, person_id: person.id, action: :start_run,
                                       request: { lot: lot_id, procedure: procedure, piece: specimen_number }) do
            create(readiness, bench, person, procedure: content, checklist: checklist, reason: reason,
                                             against: against, specimen_number: specimen_number,
                                             feature_name: feature_name).id
          end
          begin!(Store::Models::Run.fetch!(id), readiness, made)
        end

        def bench!(readiness)
          bench = readiness.bench or raise Conflict, "No bench is planned for this lot: choose one in its plan"
          raise Conflict, "#{bench.name} is not driven from here: it has no address" if bench.address.to_s.empty?

          bench
        end
        private_class_method :bench!

        def looked!(checklist)
          left = Readiness::CHECKLIST.reject { |key, _| checklist[key] }
          return if left.empty?

          raise InvalidInput.new("The bench does not arm before everything was looked at: #{left.values.first}",
                                 fields: left.to_h { |key, _| [:"checklist.#{key}", "was not looked at"] })
        end
        private_class_method :looked!

        def overruled!(refusals, reason, roles)
          return [] if refusals.empty?

          words = refusals.map { |row| row[:words] }
          raise Conflict, "The bench does not arm: #{words.join('; ')}" if reason.to_s.strip.empty?
          raise Forbidden, "Only a reviewer arms against that: #{words.first}" unless roles.include?("reviewer")

          words
        end
        private_class_method :overruled!

        def create(readiness, bench, person, procedure:, checklist:, reason:, against:, specimen_number:, feature_name:)
          Store::Models::Bench.where(id: bench.id).for_update.first # one run at a time
          if Store::Models::Run.where(bench_id: bench.id, state: "recording").any?
            raise Conflict, "A run is going on at #{bench.name}"
          end

          run = Store::Models::Run.create(
            lot_id: readiness.lot.id, bench_id: bench.id, instrument_id: readiness.cell&.id,
            specimen_number: specimen_number, feature_name: feature_name,
            procedure: JSON.generate({ **procedure, loads: readiness.loads }),
            checklist: JSON.generate(checklist), overruled: JSON.generate(against),
            overruled_reason: (reason.strip if against.any?), person_id: person.id, driver_id: person.id,
            driver_seen_at: Time.now
          )
          Store::Events.record(:start_run, run, person_id: person.id, lot_id: run.lot_id,
                                                after: { bench: bench.name, procedure: procedure[:key],
                                                         revision: procedure[:revision],
                                                         overruled: against, reason: reason })
          run
        end
        private_class_method :create

        # What the bench refuses ends the run before it began.
        def begin!(run, readiness, made)
          return run unless run.state == "recording" && run.seen_at.nil?

          RecorderLine.ask!(run.bench_id, "start", given(run, readiness, made))
          Store::Database.again { run.update(seen_at: Time.now) }
        rescue Conflict, InvalidInput => e
          Store::Database.again { run.update(state: "refused", ended: e.message[0, 120], ended_at: Time.now) }
          raise
        end
        private_class_method :begin!

        def given(run, readiness, made)
          fixture = made.moves? ? readiness.fixture(push: made.push?) : Core::Pull::Fixture.new
          { uid: run.uid, run_id: run.id, lot_id: run.lot_id, procedure: run.read(:procedure),
            loads: readiness.loads, limits: readiness.limits, resolution: readiness.cell&.resolution_newtons,
            fixture: { role: fixture.role, ratio: fixture.ratio, push: fixture.push? },
            reach_metres: readiness.limits[:travel_limit] * 0.95, specimen: put_in(readiness, fixture) }
        end
        private_class_method :given

        # Only what ships with the application is put in by a name.
        def put_in(readiness, fixture)
          return unless readiness.bench.address == "simulated"

          mean = readiness.loads["expected"] || readiness.loads["claim"] || 10_000.0
          strength = mean * (1 + (SCATTER * Devices::Simulator::Rig::Specimens.gauss(Random.new)))
          name = MADE.fetch(readiness.lot.item_type, "joint")
          newtons = (strength / fixture.ratio).round.clamp(1, 10_000_000)
          "#{'pressed-' if fixture.push?}#{name}:#{newtons}"
        end
        private_class_method :put_in
      end
    end
  end
end
