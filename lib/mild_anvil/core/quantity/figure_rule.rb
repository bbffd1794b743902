# frozen_string_literal: true

require "bigdecimal"

module MildAnvil
  module Core
    module Quantity
      # Turns newtons into the figures that may be stated: in one unit, to one step, never finer than the instrument.
      #
      # Screen, command line and paper all print what this rule gives; nobody else rounds.
      class FigureRule
        Figure = Struct.new(:text, :unit, :newtons, keyword_init: true) do
          def to_s = "#{text} #{unit}"
        end

        # A quotient this close to a whole number of steps is that number: 0.3 / 0.1 is 2.9999999999999996 in binary.
        WHOLE_WITHIN = 1.0e-9
        DEFAULT_FIGURES = 3

        attr_reader :unit, :step

        # @param unit [Unit] of force
        # @param step [Numeric, String] in that unit, > 0
        def initialize(unit:, step:)
          @unit = unit
          @step = BigDecimal(step.to_s)
          raise InvalidInput.new("a step must be above 0", step: step) unless @step.positive? && @step.finite?

          freeze
        end

        # The rule for a reading resolved to +resolution_newtons+: the nearest 1-2-5 step in this unit.
        #
        # @param resolution_newtons [Float, nil] nil: three figures of the largest value
        # @param largest_newtons [Float] of what is going to be shown
        def self.for(unit:, resolution_newtons: nil, largest_newtons: 0.0)
          resolution = resolution_newtons ? unit.from_si(resolution_newtons) : figures_step(unit.from_si(largest_newtons))
          new(unit: unit, step: nice_step(resolution))
        end

        # The smallest of three significant figures of a value.
        def self.figures_step(value)
          value.positive? ? 10.0**(Math.log10(value).floor - DEFAULT_FIGURES + 1) : 0.01
        end
        private_class_method :figures_step

        # @return [String] the power of ten times 1, 2 or 5 that is nearest on a logarithmic scale
        def self.nice_step(value)
          exponent = Math.log10(value).floor
          lead = value / (10.0**exponent)
          digit, exponent = if lead < Math.sqrt(2) then [1, exponent]
                            elsif lead < Math.sqrt(10) then [2, exponent]
                            elsif lead < Math.sqrt(50) then [5, exponent]
                            else [1, exponent + 1]
                            end
          "#{digit}e#{exponent}"
        end
        private_class_method :nice_step

        # @return [Figure] the last step at or below the value: how minimum strengths and working loads are stated
        def down(newtons) = figure(steps(newtons, &:floor))
        def up(newtons) = figure(steps(newtons, &:ceil))
        def nearest(newtons) = figure(steps(newtons) { |ratio| ratio.round(half: :even) })

        # @return [Integer] digits behind the decimal point
        def decimals = step.scale

        private

        def steps(newtons)
          raise InvalidInput.new("a figure needs a finite force", newtons: newtons) unless newtons.to_f.finite?

          ratio = unit.from_si(newtons.to_f) / step.to_f
          nearest = ratio.round
          (ratio - nearest).abs <= WHOLE_WITHIN * [nearest.abs, 1].max ? nearest : yield(ratio)
        end

        def figure(count)
          value = step * count
          Figure.new(text: format("%.#{decimals}f", value), unit: unit.symbol, newtons: unit.to_si(value.to_f)).freeze
        end
      end
    end
  end
end
