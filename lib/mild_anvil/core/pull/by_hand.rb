# frozen_string_literal: true

module MildAnvil
  module Core
    module Pull
      # What a bench would say of itself, made of the readings alone: for a pump that a person works while an instrument
      # only tells its readings.
      class ByHand
        NOTHING_SHARE = 0.02 # of the highest: let off

        attr_reader :state, :asked

        # @param resolution [Float] of the readings, SI
        def initialize(resolution)
          @resolution = resolution
          @state = "ARMED"
          @highest = 0.0
        end

        # What the person is to do, as a bench would be told.
        # @param command [Array]
        def told(command)
          name, *rest = command
          return if name == :zero

          @asked = name
          @to = name == :ramp_force ? rest.first : nil
          @state = { release: "RELEASE", hold: "HOLD" }.fetch(name, "RAMP")
        end

        # @param load [Float] SI
        # @return [String] the state a bench would be in
        def read(load)
          @highest = [@highest, load].max
          @state = "HOLD" if @state == "RAMP" && @to && load >= @to - @resolution
          @state = "ARMED" if @state == "RELEASE" && load <= [NOTHING_SHARE * @highest, 10 * @resolution].max
          @state
        end
      end
    end
  end
end
