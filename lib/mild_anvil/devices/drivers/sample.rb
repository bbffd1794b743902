# frozen_string_literal: true

module MildAnvil
  module Devices
    module Drivers
      # number: running, of the bench; seconds: its clock; values: Array of Float or nil, SI, in the order of channels
      Sample = Struct.new(:number, :seconds, :values)
    end
  end
end
