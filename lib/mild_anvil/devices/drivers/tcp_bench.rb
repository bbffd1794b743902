# frozen_string_literal: true

module MildAnvil
  module Devices
    module Drivers
      # Drives a bench by the bench protocol over TCP, and lives with what such a line does: torn lines, garbage, gaps,
      # repeated samples, refusals, late answers, silence, and a bench that was switched off and on.
      #
      # It keeps a queue of what came: Sample and Event in the bench's order, each sample once, gaps asked for again.
      class TcpBench
        include Talk
        include ReadBack

        ZERO_SECONDS = 2.0
        WATCHDOG_SECONDS = 2.0
        SLOWEST_HERTZ = 20.0 # so that silence is told from slowness
        USUAL_HERTZ = 100.0

        attr_reader :channels, :boot, :steps, :identity

        # @param host [String]; @param port [Integer, #call] asked anew each time
        def initialize(host, port)
          @host = host
          @port = port
          @intake = Intake.new
          @owed = []
          @halted = false
          @quiet_seconds = 0.0
        end

        def garbage = @intake.garbage + (@line&.garbage || 0)
        def missing = @intake.missing
        def next_number = @intake.next_number
        def heard_at = @intake.heard_at
        # Nothing is left to ask a person.
        def question = nil
        def odd_line = nil

        # @return [String, nil] as far as anybody knows; nil without a line
        def state = connected? ? @intake.state : nil
        # @return [Float, nil] of the monotonic clock: when that state was said
        def state_at = @intake.state_at

        def drives? = true
        def connected? = !@line.nil?
        def place = [@host, @port.respond_to?(:call) ? @port.call : @port]

        # Connects, learns what is there, and begins the stream where it was left.
        # @param control [Boolean] a pull goes on: taken before anything else, so that its watchdog does not end it
        # @return [Symbol] :new, :same, or :rebooted: numbers and clock begin again
        # @raise [SystemCallError, EOFError, Refused]
        def open(control: false)
          @doubt = false
          @quiet_seconds = 0.0
          @exchange = Exchange.new
          @line = BenchLine.new(*place)
          lock if control
          met = meet
          @channels = read_channels(insist("SENS:CHAN?"))
          @intake.forget if met == :rebooted
          @intake.width = @channels.size
          insist("TRAC:STAR")
          met
        rescue SystemCallError, IOError, Refused
          close
          raise
        end

        def close
          @line&.close
          @line = nil
          @intake.forget_state
        end

        # @param seconds [Float] to wait at most
        # @return [Array<Sample, Event>] what came since it was asked last
        # @raise [EOFError, SystemCallError] when the line is gone; open it again
        def poll(seconds)
          raise EOFError if @line.nil?

          listen(@intake.any? ? 0 : seconds)
          @intake.gaps.each { |from, upto| fill(from, upto) }
          @intake.shift
        rescue SystemCallError, IOError
          close
          raise EOFError, "the line to the bench is lost"
        end

        def lock = insist("SYST:LOCK")

        # What must be set before arming, each proved to be in force.
        # @param force_limit [Float] newtons; @param travel_limit [Float] metres
        # @raise [Refused]
        def set_limits(force_limit:, travel_limit:)
          set(format("SYST:WATC %g", WATCHDOG_SECONDS))
          set(format("SOUR:LIM:FORC %.9g", force_limit))
          set(format("SOUR:LIM:DISP %.9g", travel_limit))
          hertz = number("SENS:RATE?")
          insist(format("SENS:RATE %g", USUAL_HERTZ)) if hertz < SLOWEST_HERTZ
        end

        # Only what ships with the application is put in by a name.
        def put_in(name) = set("SIM:LOAD #{name}")

        def arm = insist("SOUR:ARM")
        def give_back = insist("SYST:LOCK:REL")
        def ramp_force(newtons, rate) = insist(format("SOUR:RAMP:FORC %.9g,%.9g", newtons, rate))
        def ramp_travel(metres, rate) = insist(format("SOUR:RAMP:DISP %.9g,%.9g", metres, rate))
        def hold = insist("SOUR:HOLD")
        def cycle(low, high, hertz, count) = insist(format("SOUR:CYCL %.9g,%.9g,%.9g,%d", low, high, hertz, count))
        def release(rate) = insist(format("SOUR:REL %.9g", rate))
        def disarm = insist("SOUR:DIS")
        def reset = set("*RST")

        # @return [Float] the offset that was taken off
        def zero(index) = number("SENS:ZERO #{index}", seconds: ZERO_SECONDS)

        # Said once, by any thread; Recorder::Stopper says it until it stands.
        def cry_stop = cry("SOUR:STOP")

        # @return [Array(String, Integer)] state, motions since arming; also what keeps the watchdog quiet
        def status
          asked_at = now
          state, steps = ask("SYST:STAT?").split(",")
          @steps = steps.to_i
          @intake.said(state, asked_at)
          [state, @steps]
        end

        private

        def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

        # Keeps what streams; what is an answer goes to whoever asked.
        def take(lines)
          lines.each do |line|
            next if line.empty?

            line.start_with?("D ", "E ") ? @intake.take(line) : @exchange.answer(line) || @intake.odd
          end
        end

        # Who it is, and whether it was switched off since. One that does not say so is known by its numbers.
        def meet
          @identity = maybe("*IDN?")
          boot = maybe("SYST:BOOT?")
          before = @boot
          @boot = boot || before
          @intake.doubt_its_clock if boot.nil?
          return before ? :same : :new if boot.nil? || before.nil?

          before == boot ? :same : :rebooted
        end

        # @return [Float]
        # @raise [Refused] for an answer that is none
        def number(command, **rest)
          found = Float(insist(command, **rest), exception: false)
          found&.finite? ? found : raise(Refused, "the bench answers no number to #{command}")
        end

        # @return [String, nil] nil where it does not know the command
        def maybe(command)
          insist(command)
        rescue Refused => e
          raise if e.silence?

          nil
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
