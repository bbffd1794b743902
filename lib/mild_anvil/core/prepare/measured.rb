# frozen_string_literal: true

module MildAnvil
  module Core
    module Prepare
      # One dimension of a piece, measured several times: its mean and its smallest, before and after conditioning,
      # against the drawing.
      class Measured
        Drawing = Struct.new(:nominal, :plus, :minus, keyword_init: true) do
          # @param value [Float] @return [Boolean]
          def holds?(value)
            hair = nominal * Quantity::FigureRule::WHOLE_WITHIN
            value.between?(nominal - minus - hair, nominal + plus + hair)
          end
        end
        TWICE = 2.0 # one reading so many times another: typed in another unit

        attr_reader :received, :conditioned, :drawing

        # @param received [Array<Float>] SI, as the piece came; @param conditioned [Array<Float>] after conditioning
        # @param drawing [Drawing, nil]
        # @raise [InvalidInput] for a value that no piece has
        def initialize(received, conditioned: [], drawing: nil)
          bad = [*received, *conditioned].find { |v| !v.is_a?(Numeric) || !v.to_f.finite? || !v.positive? }
          raise InvalidInput.new("a dimension lies above 0", value: bad) if bad

          @received = received
          @conditioned = conditioned
          @drawing = drawing
        end

        # What counts is how the piece is pulled: after conditioning, where that was measured.
        def values = conditioned.empty? ? received : conditioned
        def count = values.size
        def mean = mean_of(values)
        def smallest = values.min
        def largest = values.max

        # @return [Float, nil] share that it lost; below 0 where it grew
        def shrinkage_share
          return if received.empty? || conditioned.empty?

          1 - (mean_of(conditioned) / mean_of(received))
        end

        # @return [Array<Float>] readings outside the drawing
        def outside = drawing ? values.reject { |value| drawing.holds?(value) } : []

        # @return [Boolean] whether readings of one dimension differ as only units do
        def mixed_units? = values.size > 1 && largest > TWICE * smallest

        private

        def mean_of(list) = list.empty? ? nil : list.sum / list.size
      end
    end
  end
end
