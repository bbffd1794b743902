# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # The step in which a logger writes its force: no figure may be stated finer.
      module Resolution
        LOOK = 5000 # samples; a step shows itself soon
        # Differences below this share of the largest force are rounding of the conversion, not a step.
        ROUNDING_SHARE = 1.0e-9

        module_function

        # @param channel [Channel]
        # @return [Float, nil] newtons; nil when the readings show none
        def of(channel)
          values = (0...channel.size).step([channel.size / LOOK, 1].max).map { |i| channel.samples[i] }.uniq.sort
          span = values.last.abs + values.first.abs
          values.each_cons(2).map { |a, b| b - a }.select { |gap| gap > span * ROUNDING_SHARE }.min&.then { |gap| Float(format("%.9g", gap)) }
        end
      end
    end
  end
end
