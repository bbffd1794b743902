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
          samples = channel.samples
          values = (0...channel.size).step([channel.size / LOOK, 1].max).map { |i| samples[i] }.sort
          least = smallest_gap(values, (values.last.abs + values.first.abs) * ROUNDING_SHARE)
          least && Float(format("%.9g", least))
        end

        # @param values [Array<Float>] in order
        def smallest_gap(values, rounding)
          least = Float::INFINITY
          before = values.first
          values.each do |value|
            gap = value - before
            least = gap if gap > rounding && gap < least
            before = value
          end
          least if least.finite?
        end
        private_class_method :smallest_gap
      end
    end
  end
end
