# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # Asks the recorder to begin what was claimed, and believes nobody else about it. It refuses what comes after its
      # deadline; whoever stopped waiting gives the start up, and is told whether it had begun all the same. Where
      # nobody knows, nothing is written down: the recorder says it as soon as it can.
      module Handshake
        DEADLINE_SECONDS = 6.0 # after which the recorder begins it no more
        # What a simulated bench puts in, by the kind of item.
        MADE = { "sewn_loop" => "rows", "webbing" => "rows", "net" => "rows", "rope" => "rope", "string" => "rope",
                 "eye_splice" => "rope", "wire_rope" => "rope", "round_sling" => "rope", "chain" => "steel",
                 "shackle" => "steel", "hook" => "steel", "bolt_nut" => "steel", "flat_coupon" => "steel",
                 "welded_coupon" => "steel", "pegged_joint" => "joint", "ground_anchor" => "anchor",
                 "concrete_anchor" => "anchor", "threaded_insert" => "print", "hanger" => "print" }.freeze
        SCATTER = 0.05

        module_function

        # Asked twice for the same run it is begun once, and both are told the same.
        # @param run [Store::Models::Run] claimed
        # @param readiness [Readiness]; @param made [Core::Pull::Procedure]
        # @return [Store::Models::Run] recording, or over since
        # @raise [Conflict] where it was refused
        # @raise [DeviceTimeout] where nobody knows
        def call(run, readiness, made)
          return settled(run) unless run.state == RunStates::CLAIMED

          answer = RecorderLine.ask(run.bench_id, "start", given(run, readiness, made), patience: DEADLINE_SECONDS + 2)
          answer = given_up(run) if answer[:unknown]
          decided(run, answer)
        end

        # @param answer [Hash] done, or refused, or unknown
        def decided(run, answer)
          return begun(run) if answer[:done]
          raise DeviceTimeout, UNKNOWN if answer[:unknown]

          words = answer[:refused].to_s.sub(/\A./, &:upcase)
          Store::Database.again { RunStates.refuse(run, words) }
          raise Conflict, words
        end
        private_class_method :decided

        UNKNOWN = "The recorder does not answer: nobody knows yet whether the pull began. Watch the bench, and press " \
                  "its own emergency stop if it moves"

        def begun(run)
          Store::Database.again { RunStates.begun([run.uid]) }
          run.refresh
        end
        private_class_method :begun

        # Whoever asked the same before, and what came of it.
        def settled(run)
          raise Conflict, run.ended if run.state == RunStates::REFUSED

          run
        end
        private_class_method :settled

        def given_up(run)
          answer = RecorderLine.ask(run.bench_id, "give up", { uid: run.uid })
          return { done: run.uid } if answer[:begun]
          return answer if answer[:unknown]

          { refused: "The recorder did not begin it in time: nothing moved. Begin again" }
        end
        private_class_method :given_up

        def given(run, readiness, made)
          fixture = made.moves? ? readiness.fixture(push: made.push?) : Core::Pull::Fixture.new
          limits = { **readiness.limits, force_limit: run.force_limit_newtons }
          asked_at = Process.clock_gettime(Process::CLOCK_MONOTONIC) # of this machine, as the recorder's
          { uid: run.uid, run_id: run.id, lot_id: run.lot_id, procedure: run.read(:procedure),
            loads: readiness.loads, limits: limits, resolution: readiness.cell&.resolution_newtons,
            fixture: { role: fixture.role, ratio: fixture.ratio, push: fixture.push? },
            reach_metres: limits[:travel_limit] * 0.95, specimen: put_in(readiness, fixture),
            address: readiness.bench.address, machine: run.machine,
            asked_at: asked_at, deadline: asked_at + DEADLINE_SECONDS }
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
