# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      module Rig
        # A bench that can be driven: machine, gauges, guard, limits, watchdog, memory. It knows no connection; whoever
        # asks is some object that may hold control.
        class Bench
          RATES = (1.0..10_000.0)
          ERRORS = 16
          ZERO_SECONDS = 0.5
          FORCE = "force"
          TRAVEL = "displacement"

          # @param cells [Integer] of force; displacement comes last
          # @param parts [Hash] of every force gauge, as in Gauge::Make
          # @param arm [Float, nil] metres: it turns, and measures torque; @param piston [Float, nil] m²: it pumps, and
          #   measures pressure
          # @param dropping [Float] share of readings that the force gauges leave out
          # @return [Bench]
          def self.made(capacity:, seed:, cells: 1, rate: 100.0, drive: "frame", parts: {}, arm: nil, piston: nil,
                        dropping: 0.0, mishaps: [])
            random = Random.new(seed)
            levers = { "torque" => arm, "pressure" => piston && (1.0 / piston) }.compact
            makes = [*Array.new(cells) { Gauge::Make.force(capacity, **parts) }, Gauge::Make.displacement(0.6),
                     *levers.map { |role, by| Gauge::Make.derived(role, UNITS.fetch(role), capacity * by) }]
            boot = Process.clock_gettime(Process::CLOCK_REALTIME, :microsecond) % (2**52)
            gauges = makes.map { |make| Gauge.new(make, random: random) }
            gauges.first(cells).each { |gauge| gauge.dropping = dropping }
            new(gauges: gauges, capacity: capacity, drive: drive, rate: rate, random: random, boot: boot,
                levers: levers, mishaps: mishaps)
          end

          UNITS = { "torque" => "N.m", "pressure" => "Pa" }.freeze

          attr_reader :gauges, :machine, :memory, :clock, :boot, :rate, :holder, :errors

          OBEYS_EACH = 3 # of the commands that it is given, once it refuses

          attr_accessor :guard_open, :button_pressed, :watchdog, :limits, :heard, :refusing

          # @param gauges [Array<Gauge>]; @param capacity [Float] newtons of the machine
          # @param levers [Hash{String => Float}] what a channel reads, by newton
          # @param mishaps [Array<Array(Float, Symbol)>] seconds after the first motion: see Mishaps
          def initialize(gauges:, capacity:, random:, boot:, drive: "frame", rate: 100.0,
                         mean: Specimens::DEFAULT_NEWTONS, levers: {}, mishaps: [])
            @gauges = gauges
            @random = random
            @boot = boot
            @mean = mean
            @levers = levers
            @mishaps = Mishaps.new(mishaps)
            @machine = Machine.new(capacity: capacity, drive: drive) { |change| changed(change) }
            @memory = Memory.new(gauges.size)
            @clock = 0.0
            @measured = 0.0
            @rate = rate
            @errors = []
            @limits = {}
            @watchdog = @holder = @heard = nil
            @guard_open = @button_pressed = false
            @over = {}
          end

          # Whatever it is told, stop included: one of three is done.
          def refuses? = @refusing && ((@told = @told.to_i + 1) % OBEYS_EACH).positive?

          # Goes on to a time of its clock, measuring on the way.
          # @yield [Integer] number of every sample taken
          def run_until(seconds)
            while (due = @measured + (1.0 / @rate)) <= seconds
              @machine.advance(due - @clock)
              @clock = @measured = due
              @mishaps.meet(self)
              guard_limits(readings = measure)
              yield @memory.add(due, readings)
            end
          end

          # @param role [String]; @param reading [Float] as it is to read, net of the zero
          # @return [Float] where the machine has to go for it
          def true_for(role, reading) = @gauges.find { |gauge| gauge.role == role }.true_for(reading, @clock)

          def measure
            @latest = @gauges.map { |gauge| gauge.reading(truth(gauge.role), @clock) }
            gather
            watch_cells
            @latest
          end

          # @param specimen [Specimen]
          def put_in(name)
            found = Specimens.named(name, random: @random, mean: @mean) or return false
            @machine.load(found)
            true
          end

          def rate=(hertz)
            @measured = @clock
            @rate = hertz
          end

          # @return [Boolean] whether somebody else drives
          def others?(who) = !@holder.nil? && !@holder.equal?(who)
          def mine?(who) = @holder.equal?(who)

          def take(who, now)
            @holder = who
            @heard = now
          end

          # Given back, lost, or lapsed.
          def free
            @holder = nil
          end

          # @param now [Float] of the computer's clock: the watchdog runs by the line, not by the bench
          def watch(now)
            return if @watchdog.nil? || @heard.nil? || now - @heard <= @watchdog

            @heard = nil
            @holder = nil
            @machine.stop
          end

          def error(code, words)
            @errors.shift if @errors.size >= ERRORS
            @errors << "#{code},\"#{words}\""
            "ERR #{@errors.last}"
          end

          def event(words) = @memory.event(Lines.event(@clock, words))

          def lose(index)
            return if @gauges[index].lost

            @gauges[index].lose
            event("CELL #{index} LOST")
            fault if [FORCE, TRAVEL].include?(@gauges[index].role)
          end

          def open_guard
            event("GUARD OPEN") unless @guard_open
            @guard_open = true
            @machine.stop
          end

          def shut_guard
            event("GUARD SHUT") if @guard_open
            @guard_open = false
          end

          def press_button
            @button_pressed = true
            return if @machine.state == :estop

            event("ESTOP")
            @machine.fall_to(:estop)
          end

          def reset
            @limits = {}
            @watchdog = nil
            @gauges.each(&:clear_zero)
            @gauges.each(&:find)
            @machine.idle
          end

          # The mean of the next half second becomes zero.
          # @yield [Float] the offset, when it is known
          def zero(index, &done) = (@zeroing ||= []) << { index: index, from: @clock, sum: 0.0, count: 0, done: done }

          private

          def changed(change)
            return event("BREAK") if change == :break

            event("STATE #{change.to_s.upcase}")
          end

          def truth(role)
            return @machine.newtons * @levers[role] if @levers.key?(role)

            role == FORCE ? @machine.newtons : @machine.metres
          end

          def fault
            @machine.fall_to(:fault) unless @machine.state == :estop
          end

          def gather
            @zeroing&.each do |one|
              value = @latest[one[:index]]
              one[:sum] += value + @gauges[one[:index]].zero if value
              one[:count] += 1 if value
            end
            done, @zeroing = (@zeroing || []).partition { |one| @clock - one[:from] >= ZERO_SECONDS }
            done.each { |one| finish_zero(one) }
          end

          def finish_zero(one)
            offset = one[:count].zero? ? @gauges[one[:index]].zero : one[:sum] / one[:count]
            @gauges[one[:index]].zero_at(offset)
            one[:done].call(offset)
          end

          def watch_cells
            @gauges.each_with_index do |gauge, i|
              event("OVERLOAD #{i}") if gauge.overloaded && !@over[i]
              @over[i] = gauge.overloaded
            end
          end

          # Beyond a limit it stops by itself; a motion back is let through.
          def guard_limits(readings)
            return if @machine.state == :stopped || Machine::RESTING.include?(@machine.state) || @machine.going_back?
            return unless beyond?(readings)

            event("LIMIT")
            @machine.stop
          end

          def beyond?(readings)
            @gauges.zip(readings).any? do |gauge, value|
              limit = @limits[gauge.role]
              limit && value && value.abs > limit
            end
          end
        end
      end
    end
  end
end
