# frozen_string_literal: true

module MildAnvil
  module Core
    module Pull
      # Tells when readings are none any more: a cell that froze, or that reads nothing while something moves.
      #
      # While the bench moves, the same reading for long is a frozen cell. While it stands, it is one only where the
      # readings of this run were restless before: a coarse cell at rest may well say the same for minutes.
      class Unsound
        FROZEN_SECONDS = 2.0
        WITHOUT_TRAVEL_SECONDS = 5.0
        TRAVEL_METRES = 0.002 # that the bench went meanwhile
        RESOLUTIONS = 20 # that is a load: slack reads the same for long
        MOVING = %w[RAMP CYCLE RELEASE].freeze
        BLIND_SECONDS = 0.5
        KNOWN = 25 # readings at rest before their restlessness is known
        RESTLESS = 0.2 # of them differ from the one before
        CHANCE = 1.0e-9 # of so many equal ones by themselves

        # @param resolution [Float] SI
        def initialize(resolution)
          @resolution = resolution
          @count = @rests = @changes = 0
        end

        # @param seconds [Float] of the bench clock; @param load [Float, nil]; @param metres [Float, nil] of travel
        # @param state [String] of the bench
        # @return [String, nil] why the bench is to stop
        def note(seconds, load, metres, state)
          return blind(seconds, state) if load.nil?

          @blind = nil
          learn(load) unless MOVING.include?(state)
          return begin_again(seconds, load, metres) if load != @load

          @count += 1
          "the cell froze: it said the same for #{(seconds - @since).round} s" if frozen?(seconds, metres, state)
        end

        private

        def begin_again(seconds, load, metres)
          @load = load
          @since = seconds
          @from = metres
          @count = 1
          nil
        end

        def learn(load)
          @rests += 1
          @changes += 1 if load != @load
        end

        def blind(seconds, state)
          @blind ||= seconds
          "the cell reads nothing" if MOVING.include?(state) && seconds - @blind >= BLIND_SECONDS
        end

        def frozen?(seconds, metres, state)
          return false if seconds - @since < FROZEN_SECONDS || @load.abs < RESOLUTIONS * @resolution
          return unlikely? unless MOVING.include?(state)
          return seconds - @since >= WITHOUT_TRAVEL_SECONDS if metres.nil? || @from.nil?

          (metres - @from).abs >= TRAVEL_METRES
        end

        def unlikely?
          share = @rests.zero? ? 0.0 : @changes.fdiv(@rests)
          @rests >= KNOWN && share >= RESTLESS && @count * Math.log(1 - [share, 0.999].min) < Math.log(CHANCE)
        end
      end
    end
  end
end
