# frozen_string_literal: true

module MildAnvil
  module Core
    module Watch
      # A chart whose band was set by earlier values and is held: what comes later does not move it.
      class HeldChart
        attr_reader :values, :centre, :sigma

        # @param values [Array<Float>] all that are drawn
        # @param base [IndividualsChart] of those that set the band
        def initialize(values, base)
          @values = values
          @centre = base.centre
          @sigma = (base.upper_limit - base.centre) / 3
        end

        def upper_limit = centre + (3 * sigma)
        def lower_limit = centre - (3 * sigma)
        def distances = values.map { |value| (value - centre) / sigma }
      end
    end
  end
end
