# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # The simulated cell that stands in for a bench's own: masses are hung on it, its settled reading is taken.
      module StandIn
        DEFAULT_STEPS = 2000 # of the capacity, where nobody entered a resolution
        LOCK = Mutex.new
        @cells = {}

        module_function

        # @param applied [Hash] text, unit: what hangs on it from now on
        # @return [Hash] the reading just after
        def hang(instrument_id:, applied:, unit: nil)
          instrument = Store::Models::Instrument.fetch!(instrument_id)
          amount = Core::Instrument::MassSum.call(applied[:text].to_s)
          kilograms = Core::Instrument::MassUnits.kilograms(applied[:unit])
          newtons = if kilograms
                      amount * kilograms * Core::Instrument::Gravity::STANDARD
                    else
                      Catalogue.units.force!(applied[:unit]).to_si(amount)
                    end
          cell(instrument).hang(newtons, now: now)
          read(instrument_id: instrument_id, unit: unit)
        end

        # @return [Hash] now, mean, swing: figures; settled; seconds since the masses were changed
        def read(instrument_id:, unit: nil)
          instrument = Store::Models::Instrument.fetch!(instrument_id)
          figures = ChainFigures.new(instrument, unit)
          found = cell(instrument).read(now: now)
          { now: figures.reading(found.now), mean: figures.small(found.mean), swing: figures.small(found.swing),
            settled: found.settled, seconds: found.seconds.round(1) }
        end

        def cell(instrument)
          LOCK.synchronize do
            @cells[instrument.uid] ||= Devices::Simulator::Cell.new(
              seed: instrument.uid.sum * instrument.id, capacity: instrument.capacity_newtons,
              step: instrument.resolution_newtons || (instrument.capacity_newtons / DEFAULT_STEPS)
            )
          end
        end
        private_class_method :cell

        def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        private_class_method :now
      end
    end
  end
end
