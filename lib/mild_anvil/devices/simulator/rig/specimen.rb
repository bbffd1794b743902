# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      module Rig
        # Something in line on a bench: it answers to travel along its path, unloads along its own stiffness, creeps
        # while it stands, and lets go where its path ends, or where a weaker link of the train does.
        class Specimen
          GONE_SHARE = 0.05 # of its highest: nothing is left
          CREEP_PER_DECADE = 0.006 # of the force, while it stands still
          CREEP_SECONDS = 2.0
          PROBE_METRES = 1.0e-6
          SLACK = 1.0e-9

          attr_reader :name, :failed

          # @param path [Path]; @param link_newtons [Float, nil] what the weakest link in line holds
          def initialize(name, path, link_newtons: nil)
            @name = name
            @path = path
            @link_newtons = link_newtons
            @farthest = 0.0
            @set = 0.0
            @stood = 0.0
            @yielded = 0.0
            @failed = nil
            @last = [0.0, 0.0]
          end

          # @param metres [Float] where the machine stands; @param seconds [Float] since it was asked last
          # @return [Float] newtons, never below 0: a rope does not push
          def pulled_to(metres, seconds)
            settle(metres, seconds)
            force = answer(metres - @yielded)
            let_go(force)
            @last = [metres, @failed ? 0.0 : force]
            @last.last
          end

          # @return [Float] newtons a metre where it stands
          def stiffness
            metres = @last.first - @yielded
            slope = (at(metres + PROBE_METRES) - at(metres)) / PROBE_METRES
            [slope, unloading * 0.01, 1.0].max
          end

          private

          def answer(metres)
            @farthest = metres if metres > @farthest
            at(metres)
          end

          # On the path when it goes farther than ever, else back along a straight line from the farthest.
          def at(metres)
            return @path.force_at(metres) if metres >= @farthest

            [@path.force_at(@farthest) - ((@farthest - metres) * unloading), 0.0].max
          end

          def unloading
            @unloading ||= begin
              reach = @path.end_metres
              1.3 * @path.highest_newtons / reach
            end
          end

          # Standing still it gives by the logarithm of time.
          def settle(metres, seconds)
            moved = (metres - @last.first).abs > SLACK
            return @stood = 0.0 if moved || @last.last.zero?

            before = Math.log10(1 + (@stood / CREEP_SECONDS))
            @stood += seconds
            share = CREEP_PER_DECADE * (Math.log10(1 + (@stood / CREEP_SECONDS)) - before)
            @yielded += share * @last.last / unloading
          end

          def let_go(force)
            return if @failed

            @failed = :link if @link_newtons && force >= @link_newtons
            @failed = :specimen if @farthest >= @path.end_metres && force < GONE_SHARE * @path.highest_newtons
          end
        end
      end
    end
  end
end
