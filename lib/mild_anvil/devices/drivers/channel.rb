# frozen_string_literal: true

module MildAnvil
  module Devices
    module Drivers
      # What a bench measures: role as in the protocol, unit, capacity and resolution in it (nil: not said)
      Channel = Struct.new(:index, :role, :unit, :capacity, :resolution, keyword_init: true)
    end
  end
end
