# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      module Rig
        # The lines of the stream, as the protocol has them.
        module Lines
          module_function

          # @param values [Array<Float>] clock and readings; not a number: a reading that does not exist
          def sample(number, values)
            readings = values.drop(1).map { |value| value.nan? ? "" : short(value) }
            "D #{number},#{clock(values.first)},#{readings.join(',')}"
          end

          # @param words [String, nil] after the clock
          def event(seconds, words) = "E #{clock(seconds)},#{words}"

          # To a microsecond, however long it has been on.
          def clock(seconds) = format("%.6f", seconds)

          # Nine figures, plain or with an exponent.
          def short(value) = format("%.9g", value)
        end
      end
    end
  end
end
