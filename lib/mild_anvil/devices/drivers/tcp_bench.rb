# frozen_string_literal: true

module MildAnvil
  module Devices
    module Drivers
      # Drives a bench by the bench protocol over TCP, and lives with what such a line does: torn lines, garbage, gaps,
      # repeated samples, refusals, silence, and a bench that was switched off and on.
      #
      # It keeps a queue of what came: Sample and Event in the bench's order, each sample once, gaps asked for again.
      class TcpBench
        # No answer, or a refusal; code: of the protocol, nil for silence
        class Refused < StandardError
          attr_reader :code

          def initialize(words, code: nil)
            @code = code
            super(words)
          end
        end

        PATIENCE_SECONDS = 1.5
        ZERO_SECONDS = 2.0
        WATCHDOG_SECONDS = 2.0
        MOST_ASKED = 20_000 # samples asked for again in one go
        REFUSAL = /\AERR (-\d+),"?(.*?)"?\z/

        attr_reader :channels, :boot, :steps

        # @param host [String]; @param port [Integer, #call] asked anew each time
        def initialize(host, port)
          @host = host
          @port = port
          @intake = Intake.new
        end

        def garbage = @intake.garbage + (@line&.garbage || 0)
        def missing = @intake.missing
        def next_number = @intake.next_number
        def state = @intake.state || @state

        def drives? = true
        def connected? = !@line.nil?

        # Connects, learns what is there, and begins the stream where it was left.
        # @return [Symbol] :new, :same, or :rebooted: numbers and clock begin again
        # @raise [SystemCallError, EOFError, Refused]
        def open
          @line = BenchLine.new(@host, @port.respond_to?(:call) ? @port.call : @port)
          met = meet
          @channels = read_channels(ask("SENS:CHAN?"))
          @intake.forget if met == :rebooted
          @intake.width = @channels.size
          ask("TRAC:STAR")
          met
        rescue SystemCallError, IOError, Refused
          close
          raise
        end

        def close
          @line&.close
          @line = nil
        end

        # @param seconds [Float] to wait at most
        # @return [Array<Sample, Event>] what came since it was asked last
        # @raise [EOFError, SystemCallError] when the line is gone; open it again
        def poll(seconds)
          take(@line.lines(@intake.any? ? 0 : seconds))
          @intake.gaps.each { |from, upto| fill([from, upto - MOST_ASKED].max, upto) }
          @intake.shift
        rescue SystemCallError, IOError
          close
          raise EOFError, "the line to the bench is lost"
        end

        # Takes control and sets what must be set before arming.
        # @raise [Refused]
        def take_control(hertz: nil, **limits)
          lock
          ask(format("SENS:RATE %g", hertz)) if hertz
          set_limits(**limits)
        end

        def lock = ask("SYST:LOCK")

        # @param force_limit [Float] newtons; @param travel_limit [Float] metres
        def set_limits(force_limit:, travel_limit:)
          ask(format("SYST:WATC %g", WATCHDOG_SECONDS))
          ask(format("SOUR:LIM:FORC %.9g", force_limit))
          ask(format("SOUR:LIM:DISP %.9g", travel_limit))
        end

        # Only what ships with the application is put in by a name.
        def put_in(name) = ask("SIM:LOAD #{name}")

        def arm = ask("SOUR:ARM")
        def give_back = ask("SYST:LOCK:REL")
        def ramp_force(newtons, rate) = ask(format("SOUR:RAMP:FORC %.9g,%.9g", newtons, rate))
        def ramp_travel(metres, rate) = ask(format("SOUR:RAMP:DISP %.9g,%.9g", metres, rate))
        def hold = ask("SOUR:HOLD")
        def cycle(low, high, hertz, count) = ask(format("SOUR:CYCL %.9g,%.9g,%.9g,%d", low, high, hertz, count))
        def release(rate) = ask(format("SOUR:REL %.9g", rate))
        def disarm = ask("SOUR:DIS")
        def reset = ask("*RST")

        # @return [Float] the offset that was taken off
        def zero(index) = Float(ask("SENS:ZERO #{index}", seconds: ZERO_SECONDS))

        # Says stop until the state says so.
        # @return [Boolean] whether it stands
        def stop(seconds: 1.0)
          deadline = now + seconds
          until now > deadline
            begin
              ask("SOUR:STOP", seconds: 0.2)
            rescue Refused
              nil
            end
            return true unless %w[RAMP CYCLE RELEASE].include?(status.first)
          end
          false
        end

        # @return [Array(String, Integer)] state, motions since arming; also what keeps the watchdog quiet
        def status
          state, steps = ask("SYST:STAT?", form: /\A[A-Z]+,\d+,/).split(",")
          @steps = steps.to_i
          @state = state
          [state, @steps]
        end

        # @return [String] the answer
        # @raise [Refused]
        def ask(command, seconds: PATIENCE_SECONDS, form: nil)
          raise Refused, "there is no line to the bench" if @line.nil?

          @line.send(command)
          answer = answer(now + seconds, form || (command.include?("?") ? /\A(?!OK\z)/ : /\A/))
          raise Refused, "the bench does not answer #{command[0, 40]}" if answer.nil?

          refusal = REFUSAL.match(answer) or return answer
          raise Refused.new("#{command[0, 40]}: #{refusal[2]}", code: refusal[1].to_i)
        rescue SystemCallError, IOError
          close
          raise Refused, "the line to the bench is lost"
        end

        private

        def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

        def answer(deadline, form)
          while (left = deadline - now).positive?
            answers = take(@line.lines(left))
            found = answers.find { |line| REFUSAL.match?(line) || form.match?(line) }
            return found if found
          end
        end

        # Keeps what streams.
        # @return [Array<String>] what is an answer
        def take(lines)
          lines.filter_map do |line|
            next if line.empty?
            next line unless line.start_with?("D ", "E ")

            @intake.take(line)
            nil
          end
        end

        # What it no longer holds stays a gap.
        def fill(from, upto)
          @intake.filling(from, upto) do
            ask("TRAC:READ? #{from},#{upto - from}", seconds: PATIENCE_SECONDS * 4, form: /\AOK\z/)
          end
        rescue Refused
          nil
        end

        # A bench that does not say when it was switched on is known by its numbers.
        def meet
          boot = ask("SYST:BOOT?")
          before = @boot
          @boot = boot
          return :new if before.nil?

          before == boot ? :same : :rebooted
        rescue Refused => e
          raise if e.code.nil?

          @boot ? :same : :new
        end

        def read_channels(text)
          text.split(";").map do |part|
            index, role, unit, capacity, resolution = part.split(":")
            Channel.new(index: Integer(index), role: role, unit: unit, capacity: capacity.to_f,
                        resolution: resolution.to_f)
          end
        rescue ArgumentError, TypeError
          raise Refused, "the bench does not say what it measures"
        end
      end
    end
  end
end
