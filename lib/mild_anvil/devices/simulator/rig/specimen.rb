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
          LET_DOWN = 0.5 # of the crest: one cycle

          attr_reader :name, :failed

          # @param path [Path]; @param link_newtons [Float, nil] what the weakest link in line holds
          # @param creep [Float] of the force in a decade of time; @param decades [Float, nil] of cycles from none to
          #   all of its strength: it tires
          # @param pressed [Boolean] it answers to being pushed, and hangs loose when pulled
          def initialize(name, path, link_newtons: nil, creep: CREEP_PER_DECADE, decades: nil, pressed: false)
            @name = name
            @path = path
            @link_newtons = link_newtons
            @creep = creep
            @decades = decades
            @sign = pressed ? -1.0 : 1.0
            @damage = @crest = 0.0
            @farthest = 0.0
            @set = 0.0
            @stood = 0.0
            @yielded = 0.0
            @failed = nil
            @last = [0.0, 0.0]
          end

          # @param metres [Float] where the machine stands; @param seconds [Float] since it was asked last
          # @return [Float] newtons, never below 0: a rope does not push; never above where it is pressed
          def pulled_to(metres, seconds)
            way = metres * @sign
            settle(way, seconds)
            force = answer(way - @yielded)
            tire(force)
            let_go(force)
            @last = [way, @failed ? 0.0 : force]
            @last.last * @sign
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
            share = @creep * (Math.log10(1 + (@stood / CREEP_SECONDS)) - before)
            @yielded += share * @last.last / unloading
          end

          # Every time it is let down from a crest takes a share of what is left in it.
          def tire(force)
            return if @decades.nil?

            @crest = [@crest, force].max
            return if force > @crest * LET_DOWN

            @damage += 10.0**(-@decades * (1 - (@crest / @path.highest_newtons))) if @crest.positive?
            @crest = 0.0
          end

          def let_go(force)
            return if @failed

            @failed = :specimen if @damage.positive? && force >= @path.highest_newtons * (1 - @damage)

            @failed = :link if @link_newtons && force >= @link_newtons
            @failed = :specimen if @farthest >= @path.end_metres && force < GONE_SHARE * @path.highest_newtons
          end
        end
      end
    end
  end
end
