# frozen_string_literal: true

module MildAnvil
  module Devices
    module Recorder
      # A second line to a bench, for stop alone: whatever the first one waits for, this one does not.
      class StopLine
        CONNECT_SECONDS = 0.3
        ANSWER_SECONDS = 0.12
        STATE = Drivers::Exchange::FORMS.fetch("SYST:STAT?")

        # @param place [Proc] host and port, asked anew each time
        def initialize(&place) = @place = place

        # @return [String, nil] the state it told after it was told to stop; nil: it told none
        def stop
          @line ||= Drivers::BenchLine.new(*@place.call, seconds: CONNECT_SECONDS)
          @line.send(:"SOUR:STOP")
          @line.send(:"SYST:STAT?")
          state
        rescue SystemCallError, IOError
          close
        end

        def close
          @line&.close
          @line = nil
        end

        private

        def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

        def state
          deadline = now + ANSWER_SECONDS
          while (left = deadline - now).positive?
            found = @line.lines(left).grep(STATE).last
            return found[/\A[A-Z]+/] if found
          end
        end
      end
    end
  end
end
