# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      module Rig
        # What a bench answers to every command of the protocol. One of them for a bench; the line that asks is given.
        class Commands
          VERSION = "MA-1"
          NAME = "Mild Anvil,Simulated bench,0,1"
          WATCHDOGS = (0.2..60.0)
          MOVABLE = %i[armed ramp hold cycle release stopped].freeze
          Refused = Parameters::Wrong
          # Parameters, whether control is needed, what is done.
          Command = Struct.new(:kinds, :control, :act)
          # An answer that comes later: behind a zero, or behind what is read back.
          LATER = :later
          NAMES = {
            "*IDN?" => [[], false, :name], "SYST:VERS?" => [[], false, :version], "SYST:BOOT?" => [[], false, :boot],
            "*RST" => [[], true, :reset], "SYST:ERR?" => [[], false, :next_error], "SYST:STAT?" => [[], false, :status],
            "SYST:LOCK" => [[], false, :lock], "SYST:LOCK:REL" => [[], false, :give_back],
            "SYST:LOCK?" => [[], false, :who], "SYST:WATC" => [[:number], true, :watch],
            "SENS:CHAN?" => [[], false, :channels], "SENS:RATE" => [[:number], true, :sample],
            "SENS:RATE?" => [[], false, :rate], "SENS:ZERO" => [[:whole], true, :zero],
            "SOUR:LIM:FORC" => [[:above], true, :limit_force], "SOUR:LIM:DISP" => [[:above], true, :limit_travel],
            "SOUR:ARM" => [[], true, :arm], "SOUR:RAMP:FORC" => [%i[number above], true, :ramp_force],
            "SOUR:RAMP:DISP" => [%i[number above], true, :ramp_travel], "SOUR:HOLD" => [[], true, :hold],
            "SOUR:CYCL" => [%i[number number above count], true, :cycle], "SOUR:REL" => [[:above], true, :release],
            "SOUR:STOP" => [[], false, :stop], "SOUR:DIS" => [[], true, :disarm],
            "TRAC:STAR" => [[], false, :stream], "TRAC:STOP" => [[], false, :end_stream],
            "TRAC:READ?" => [%i[whole whole], false, :read_back],
            "SIM:GUARD" => [[%w[OPEN SHUT]], false, :guard], "SIM:ESTOP" => [[], false, :press],
            "SIM:ESTOP:REL" => [[], false, :let_go], "SIM:CELL" => [[:whole], false, :lose],
            "SIM:LOAD" => [[:word], false, :put_in]
          }.transform_values { |kinds, control, act| Command.new(kinds, control, act) }.freeze

          # @param bench [Bench]
          def initialize(bench) = @bench = bench

          # @param line [String] without its end; @param from [Connection]; @param now [Float]
          # @return [String, Symbol] the answer, or LATER
          def answer(line, from:, now:)
            name, rest = line.strip.split(/[ \t]+/, 2)
            command = NAMES[name.upcase] or return @bench.error(-113, "unknown")
            values = Parameters.read(rest.to_s, command.kinds)
            raise Refused.new(-203, "no control") if command.control && !@bench.mine?(from)

            @from = from
            @now = now
            send(command.act, *values)
          rescue Refused => e
            @bench.error(e.code, e.message)
          end

          private

          def machine = @bench.machine
          def refuse(code, words) = raise(Refused.new(code, words))
          def name = NAME
          def version = VERSION
          def boot = @bench.boot.to_s
          def next_error = @bench.errors.shift || "0,\"none\""
          def status = format("%s,%d,%.3f", machine.state.to_s.upcase, machine.steps, machine.elapsed)
          def rate = Lines.short(@bench.rate)

          def who
            return "MINE" if @bench.mine?(@from)

            @bench.holder ? "OTHER" : "FREE"
          end

          def lock
            refuse(-203, "locked") if @bench.others?(@from)
            @bench.take(@from, @now)
            "OK"
          end

          def give_back
            refuse(-203, "locked") if @bench.others?(@from)
            machine.stop if @bench.mine?(@from) && machine.moving?
            @bench.free
            "OK"
          end

          def watch(seconds)
            refuse(-222, "out of range") unless WATCHDOGS.cover?(seconds)
            @bench.watchdog = seconds
            @bench.heard = @now
            "OK"
          end

          def channels
            @bench.gauges.each_with_index.map do |gauge, i|
              make = gauge.make
              [i, make.role, make.unit, Lines.short(make.capacity), Lines.short(make.resolution)].join(":")
            end.join(";")
          end

          def sample(hertz)
            refuse(-222, "out of range") unless Bench::RATES.cover?(hertz)
            @bench.rate = hertz
            rate
          end

          def zero(index)
            gauge = @bench.gauges[index] or refuse(-222, "out of range")
            refuse(-221, "moving") if machine.moving? || machine.bleeding? || gauge.lost
            from = @from
            @bench.zero(index) { |offset| from.late(Lines.short(offset)) }
            LATER
          end

          def limit_force(newtons) = limit(Bench::FORCE, newtons)
          def limit_travel(metres) = limit(Bench::TRAVEL, metres)

          def limit(role, value)
            @bench.limits[role] = value
            "OK"
          end

          def arm
            refuse(-221, "not idle") unless machine.state == :idle
            refuse(-240, "guard") if @bench.guard_open
            refuse(-221, "limits") unless @bench.limits.size == 2 && @bench.watchdog
            machine.arm
            "OK"
          end

          def ramp_force(to, rate) = move(:ramp, of: :force, to: @bench.true_for(Bench::FORCE, to), rate: rate)
          def ramp_travel(to, rate) = move(:ramp, of: :disp, to: @bench.true_for(Bench::TRAVEL, to), rate: rate)
          def release(rate) = move(:release, of: :force, to: 0.0, rate: rate)

          def cycle(low, high, hertz, count)
            refuse(-222, "out of range") unless high > low
            low, high = [low, high].map { |newtons| @bench.true_for(Bench::FORCE, newtons) }
            move(:cycle, of: :force, low: low, high: high, hertz: hertz, count: count)
          end

          def move(state, motion)
            movable!
            machine.go(state, motion)
            "OK"
          end

          def hold
            movable!
            machine.hold
            "OK"
          end

          def movable!
            refuse(-221, "not in this state") unless MOVABLE.include?(machine.state)
            refuse(-240, "guard") if @bench.guard_open
          end

          def stop
            machine.stop
            "OK"
          end

          def disarm
            refuse(-221, "not in this state") unless %i[armed stopped].include?(machine.state)
            refuse(-221, "loaded") unless machine.unloaded?
            machine.idle
            "OK"
          end

          def reset
            refuse(-221, "loaded") unless machine.unloaded?
            refuse(-221, "button") if @bench.button_pressed
            @bench.reset
            "OK"
          end

          def stream
            @from.stream_on
            "OK"
          end

          def end_stream
            @from.stream_off
            "OK"
          end

          def read_back(first, count)
            last = [first + count, @bench.memory.next_number].min
            return "OK" if first >= last

            @from.read_back(first, last)
            LATER
          end

          def guard(word)
            word == "OPEN" ? @bench.open_guard : @bench.shut_guard
            "OK"
          end

          def press
            @bench.press_button
            "OK"
          end

          def let_go
            @bench.button_pressed = false
            "OK"
          end

          def lose(index)
            refuse(-222, "out of range") if index >= @bench.gauges.size
            @bench.lose(index)
            "OK"
          end

          def put_in(name)
            refuse(-222, "out of range") unless Specimens.named(name, random: Random.new(0))
            refuse(-221, "loaded") unless machine.unloaded?
            @bench.put_in(name)
            "OK"
          end
        end
      end
    end
  end
end
