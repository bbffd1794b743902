# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # The recorder's sessions, one for every bench of the register that answers somewhere. What was moved or removed
      # there is followed as soon as no pull goes on; known benches go on without the database.
      class BenchSessions
        CONNECT_SECONDS = 2.5 # that a start waits for a bench at a new address

        attr_reader :by_bench

        # @param var [String]; @param folder [String] of journals; @param finished [Proc] told of every ended journal
        def initialize(var, folder:, finished:)
          @var = var
          @folder = folder
          @finished = finished
          @by_bench = {}
          @guard = Mutex.new
        end

        # As the register has it now.
        def meet
          rows = Store::Models::Bench.in_use.exclude(address: nil).exclude(address: "").all
          rows.each { |row| follow(row.id, row.address, name: row.name, comma: row.comma) }
          gone = @by_bench.keys - rows.map(&:id)
          gone.each { |id| close(id) }
        end

        # @param address [String] as the register has it; where a pull goes on, its bench is not let go
        def follow(id, address, name: nil, comma: nil)
          @guard.synchronize do
            known = @by_bench[id]
            next if known && (known.recording || same?(known, address, comma))

            known&.stop
            @by_bench[id] = begin_session(address, name || known&.name || "Bench #{id}", comma || known&.comma)
            await(@by_bench[id]) if known
          end
        end

        # @return [Array<String>] uids of runs that are being recorded
        def recorded_uids = @by_bench.values.filter_map { |session| session.recording&.uid }

        def stop = @by_bench.each_value(&:stop)

        private

        def same?(known, address, comma) = known.address == address && known.comma == (comma || known.comma)

        def begin_session(address, name, comma)
          driver = Address.driver(address, @var, comma: comma)
          Devices::Recorder::Session.new(name, driver, folder: @folder, finished: @finished, address: address,
                                                       comma: comma).tap(&:start)
        end

        def await(session)
          deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + CONNECT_SECONDS
          sleep 0.02 until session.connected? || Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline
        end

        def close(id)
          @guard.synchronize { @by_bench.delete(id).stop unless @by_bench[id].recording }
        end
      end
    end
  end
end
