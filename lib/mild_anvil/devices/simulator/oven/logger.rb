# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      module Oven
        # An oven with several loaded pieces and a logger of its own: fast at first, then sparser. Time may run faster
        # than on the wall.
        class Logger
          FIRST_HOURS = 1 / 60.0
          GROWTH = 1.06
          MOST_STEP_HOURS = 6.0
          LOAD_NEWTONS = 8000.0
          CELSIUS = 43.0
          # d0, a, b of each piece, mm and hours; the third one starts to run away
          PIECES = [[0.42, 0.082, 0.218], [0.38, 0.071, 0.231], [0.51, 0.090, 0.224], [0.45, 0.078, 0.209]].freeze
          AWAY_HOURS = 700.0
          AWAY_MM_PER_HOUR = 0.0011
          NOISE_MM = 0.0008

          # @param memory [Memory]; @param speed [Float] hours of the test for each hour on the wall
          # @param stations [Integer]; @param clock [#call] seconds, running on when the power is off
          def initialize(memory, speed:, stations: 3, seed: 1, clock: -> { Time.now.to_f })
            @memory = memory
            @speed = speed
            @stations = stations
            @seed = seed
            @clock = clock
            @lock = Mutex.new
            wake if memory.test
          end

          # A test that it knows already goes on; another one begins anew.
          def start(test)
            @lock.synchronize do
              next if @memory.test == test

              @memory.begin(test, @clock.call)
              @next = FIRST_HOURS
              @latest = 0.0
            end
          end

          def test = @memory.test

          # Of the test. A clock that was set back ends no test: it is as late as its last line until it has caught up.
          def hours
            return 0.0 unless @memory.test

            [(@clock.call - @memory.began) * @speed / 3600.0, @latest ||= 0.0].max.tap { |latest| @latest = latest }
          end

          # Samples that have come due since it was last asked, each at its own time.
          def tick
            @lock.synchronize do
              next if @next.nil?

              until @next > hours
                (1..@stations).each { |station| @memory.add("D #{station} #{reading(station, @next)}") }
                @next += [@next * (GROWTH - 1), FIRST_HOURS, MOST_STEP_HOURS].sort[1]
              end
            end
          end

          def since(number, most) = @lock.synchronize { @memory.since(number, most) }

          private

          # Power is back: what it should have read meanwhile was not read.
          def wake
            last = @memory.lines.reverse.find { |line| line.text.start_with?("D ") }
            @latest = from = last ? last.text.split[2].to_f : 0.0
            now = hours
            @memory.add("E #{format('%.4f',
                                    now)} interrupted no power from #{format('%.2f',
                                                                             from)} h to #{format('%.2f', now)} h")
            @next = now + FIRST_HOURS
          end

          def reading(station, hours)
            d0, a, b = PIECES[(station - 1) % PIECES.size]
            random = Random.new((@seed * 7919) + (station * 104_729) + (hours * 3600).round)
            noise = NOISE_MM * Math.sqrt(-2 * Math.log(1 - random.rand)) * Math.cos(2 * Math::PI * random.rand)
            travel = d0 + (a * (hours**b)) + noise
            travel += (hours - AWAY_HOURS) * AWAY_MM_PER_HOUR if station == 3 && hours > AWAY_HOURS
            format("%.4f %.0f %.4f %.1f", hours, LOAD_NEWTONS * (1 - (0.002 * Math.log10(1 + hours))), travel,
                   CELSIUS + (0.3 * Math.sin(hours / 3.7)))
          end
        end
      end
    end
  end
end
