# frozen_string_literal: true

module MildAnvil
  module Devices
    module Drivers
      # What all drivers have in common that only listen: nothing can be told to move, so whatever is asked is done by
      # hand. Zeros are taken off here, since the instrument does not.
      class Watched
        ZEROED_OVER = 20 # readings
        MOVING = "RAMP" # as far as anybody knows

        attr_reader :channels, :garbage, :missing, :heard_at, :odd_line

        def initialize
          @garbage = @missing = @number = 0
          @zeros = {}
          @last = []
          @started = nil
        end

        def drives? = false
        def boot = nil
        def identity = nil
        def question = nil
        def state = connected? ? MOVING : nil
        def state_at = nil
        def steps = 0
        def next_number = @number
        def status = [MOVING, 0]
        def owed = []
        def collect_owed(_seconds) = []
        def halted? = false
        def quiet_seconds = 0.0

        def reset
          @zeros.clear
          "OK"
        end

        %i[lock arm give_back hold disarm halt! go! cry_stop].each { |name| define_method(name) { "OK" } }
        %i[put_in ramp_force ramp_travel cycle release].each { |name| define_method(name) { |*| "OK" } }
        def set_limits(**) = "OK"

        # @return [Float] the mean of the last readings, taken off from now on; SI
        def zero(index)
          values = @last.filter_map { |reading| reading[index] }
          raise Refused, "nothing was read yet" if values.empty?

          @zeros[index] = values.sum / values.size
        end

        private

        def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

        # What was no reading: counted, and the last of it shown.
        def thrown(line = nil)
          @garbage += 1
          @odd_line = line.to_s.scrub("?").gsub(/[^[:print:]]/, "?")[0, 60] if line
          nil
        end

        # @param readings [Array<Float, nil>] SI; @param seconds [Float, nil] of its own clock; nil: when it came
        # @return [Sample] each later than the one before
        def sample(readings, seconds = nil)
          @heard_at = now
          @started ||= now
          at = seconds || (now - @started)
          @latest = @latest && at <= @latest ? @latest + 1.0e-6 : at
          @missing += readings.count(nil)
          @last = [*@last, readings].last(ZEROED_OVER)
          netted = readings.each_with_index.map { |value, i| value && (value - @zeros.fetch(i, 0.0)) }
          Sample.new((@number += 1) - 1, @latest, netted)
        end
      end
    end
  end
end
