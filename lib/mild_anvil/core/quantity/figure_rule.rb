# frozen_string_literal: true

require "bigdecimal"

module MildAnvil
  module Core
    module Quantity
      # Turns SI values into the figures that may be stated: to one step, never finer than the instrument, with the
      # text of every
      # unit they may be shown in.
      #
      # Screen, command line and paper all print what this rule gives; nobody else rounds.
      class FigureRule
        # texts: {unit symbol => text}, the own unit among them
        Figure = Struct.new(:text, :unit, :value_si, :texts, keyword_init: true) do
          def to_s = "#{text} #{unit}"
        end

        # A quotient this close to a whole number of steps is that number: 0.3 / 0.1 is 2.9999999999999996 in binary.
        WHOLE_WITHIN = 1.0e-9
        DEFAULT_FIGURES = 3

        attr_reader :unit, :step

        # @param unit [Unit]
        # @param step [Numeric, String] in that unit, > 0
        # @param others [Array<Unit>] further units to state each figure in
        def initialize(unit:, step:, others: [])
          @unit = unit
          @step = BigDecimal(step.to_s)
          raise InvalidInput.new("a step must be above 0", step: step) unless @step.positive? && @step.finite?

          @others = others.reject do |other|
            other.symbol == unit.symbol
          end.map { |other| self.class.new(unit: other, step: step_in(other)) }
          freeze
        end

        # The rule for a reading resolved to +resolution_si+: the nearest 1-2-5 step in this unit.
        #
        # @param resolution_si [Float, nil] nil: three figures of the largest value
        # @param largest_si [Float] of what is going to be shown
        def self.for(unit:, resolution_si: nil, largest_si: 0.0, others: [])
          resolution = resolution_si ? unit.from_si(resolution_si) : figures_step(unit.from_si(largest_si))
          new(unit: unit, step: nice_step(resolution), others: others)
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

        # @return [Figure] the last step at or below the value: how minimum strengths and working loads are stated.
        #   Other units
        #   round the stated figure down once more, so that none promises more than another.
        def down(value_si) = stated(value_si, :down)
        def up(value_si) = stated(value_si, :up)
        def nearest(value_si) = stated(value_si, :nearest)

        # @return [Integer] digits behind the decimal point
        def decimals = [step.scale, 0].max

        # @return [Boolean] whether the figure shows as nothing
        def zero?(value_si) = steps(value_si, :down).zero?

        protected

        def text(value_si, direction) = format("%.#{decimals}f", step * steps(value_si, direction))

        private

        ROUND = { down: lambda(&:floor), up: lambda(&:ceil), nearest: lambda { |ratio|
          ratio.round(half: :even)
        } }.freeze

        def step_in(other)
          converted = other.from_si(unit.to_si(step.to_f))
          exact = BigDecimal(converted, 12)
          short?(exact) ? exact.to_s("F") : self.class.nice_step(converted)
        end

        # 0.05 kN are 50 N; in lbf there is no such short number.
        def short?(step) = step.to_s("F").delete("0.").size <= 2

        def steps(value_si, direction)
          raise InvalidInput.new("a figure needs a finite value", value_si: value_si) unless value_si.to_f.finite?

          ratio = unit.from_si(value_si.to_f) / step.to_f
          nearest = ratio.round
          (ratio - nearest).abs <= WHOLE_WITHIN * [nearest.abs, 1].max ? nearest : ROUND.fetch(direction).call(ratio)
        end

        def stated(value_si, direction)
          rounded = unit.to_si((step * steps(value_si, direction)).to_f)
          own = text(value_si, direction)
          from = direction == :nearest ? value_si : rounded
          texts = @others.to_h { |other| [other.unit.symbol, other.text(from, direction)] }
          Figure.new(text: own, unit: unit.symbol, value_si: rounded,
                     texts: { unit.symbol => own }.merge(texts).freeze).freeze
        end
      end
    end
  end
end
