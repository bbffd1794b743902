# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      # The force a specimen answers with at each extension, as legs between points; a leg may be bent, and a fall is a
      # leg of no length.
      class Path
        # to_metres, to_newtons: end of the leg; bend: exponent of its course, 1 straight, above 1 stiffening.
        Leg = Struct.new(:from_metres, :from_newtons, :to_metres, :to_newtons, :bend, keyword_init: true)

        attr_reader :legs

        def initialize
          @legs = []
          @at = [0.0, 0.0]
        end

        # @param metres [Float] extension at the end of the leg, not below where the last one ended
        # @param newtons [Float] force there
        # @return [Path] itself
        def to(metres, newtons, bend: 1.0)
          @legs << Leg.new(from_metres: @at[0], from_newtons: @at[1], to_metres: metres, to_newtons: newtons,
                           bend: bend).freeze
          @at = [metres, newtons]
          self
        end

        # The force drops by a share of itself without further extension.
        def fall(share) = to(@at[0], @at[1] * (1 - share))

        def end_metres = @at[0]
        def highest_newtons = @legs.map(&:to_newtons).max

        # @param metres [Float]
        # @return [Float] newtons; that of the last leg beyond its end
        def force_at(metres)
          leg = @legs.find { |l| metres < l.to_metres } || (return @at[1])
          return 0.0 if metres <= leg.from_metres && leg.equal?(@legs.first)

          share = (metres - leg.from_metres) / (leg.to_metres - leg.from_metres)
          leg.from_newtons + ((leg.to_newtons - leg.from_newtons) * (share**leg.bend))
        end
      end
    end
  end
end
