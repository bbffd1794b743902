# frozen_string_literal: true

module MildAnvil
  module Devices
    module Drivers
      # seconds: of the bench's clock; word: of the protocol, such as "STATE HOLD"; words: what else it says, or nil
      Event = Struct.new(:seconds, :word, :words)
    end
  end
end
