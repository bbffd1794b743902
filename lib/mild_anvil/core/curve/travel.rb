# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # The displacement (or angle) of a recording, counted in the sense of loading.
      class Travel
        attr_reader :values, :channel, :sense

        # @param channel [Channel]
        # @param peak [Integer] sample of the highest force
        # @param sense [Integer, nil] 1 or -1 where it is known from elsewhere
        def initialize(channel, peak, sense: nil)
          @channel = channel
          @whole = Packed.survey(channel.packed).missing.zero?
          raw = @whole ? channel.samples : filled(channel.samples)
          @sense = sense || (raw[peak] < raw[0] ? -1 : 1)
          @values = @sense.negative? ? Packed.unpack(Packed.shifted(Packed.pack(raw), -1, 0.0)) : raw
          @peak = peak
        end

        def packed = @packed ||= @sense.positive? && @whole ? channel.packed : Packed.pack(values)
        def [](index) = values[index]
        def reading(index) = channel.samples[index]

        # @return [Float] metres (or radians) from one sample to another, forward positive
        def from(start, finish) = values[finish] - values[start]

        # @return [Float] noise of one reading, from second differences, so that steady motion does not count
        def sigma = @sigma ||= Noise.of(packed, values.size)

        # Mean over a few samples around, for places where one reading's noise matters.
        def around(index, width = 3)
          from = [index - width, 0].max
          part = values[from..[index + width, values.size - 1].min]
          part.sum / part.size
        end

        private

        # Where the logger wrote none, the last one stands.
        def filled(samples)
          last = samples.find { |v| !v.nan? } || 0.0
          samples.map do |v|
            last = v unless v.nan?
            last
          end
        end
      end
    end
  end
end
