# frozen_string_literal: true

module MildAnvil
  module Core
    module Instrument
      # Units that masses are marked in; where a logger writes kg it means a force, so these stand apart.
      module MassUnits
        KILOGRAMS = { "kg" => 1.0, "g" => 0.001, "t" => 1000.0, "lb" => 0.45359237 }.freeze

        module_function

        # @return [Float, nil] kilograms of one such unit; nil where it is no unit of mass
        def kilograms(symbol) = KILOGRAMS[symbol]
      end
    end
  end
end
