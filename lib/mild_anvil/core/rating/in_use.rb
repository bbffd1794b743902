# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What a working load limit becomes in use: slings at angles, choked, doubled; brackets, levers, two directions
      # at once.
      # β is the angle from the vertical.
      module InUse
        STEEPEST_DEGREES = 60.0
        CHOKER = 0.8
        BASKET = 2.0
        # Legs that are taken to carry; the uniform-load factors up to 45° and up to 60°.
        LEGS = { two: { carrying: 2, uniform: [1.4, 1.0] }, three_or_four: { carrying: 3, uniform: [2.1, 1.5] },
                 four_rigid: { carrying: 2, uniform: [1.4, 1.0] } }.freeze
        SHOWN_DEGREES = [30.0, 45.0, 60.0].freeze
        Row = Struct.new(:key, :name, :factor, :limit, keyword_init: true)

        module_function

        # @param legs [Symbol] of LEGS; @param degrees [Float] β
        # @return [Float] times the limit of one leg
        # @raise [InvalidInput] beyond 60°
        # Method: n·cos β over the legs taken to carry.
        def legs(legs, degrees)
          unless degrees.between?(
            0, STEEPEST_DEGREES
          )
            raise InvalidInput.new(
              "#{format('%g',
                        degrees)}° from the vertical: beyond #{format('%g', STEEPEST_DEGREES)}° no sling is used",
              degrees: degrees
            )
          end

          LEGS.fetch(legs)[:carrying] * Math.cos(degrees * Math::PI / 180)
        end

        # @return [Float] the same by the uniform-load method
        def uniform(legs, degrees)
          unless degrees.between?(
            0, STEEPEST_DEGREES
          )
            raise InvalidInput.new(
              "#{format('%g',
                        degrees)}° from the vertical: beyond #{format('%g', STEEPEST_DEGREES)}° no sling is used",
              degrees: degrees
            )
          end

          LEGS.fetch(legs)[:uniform][degrees <= 45 ? 0 : 1]
        end

        # @param included [Float] angle between the legs, in degrees
        # @return [Float] β
        def from_included(included) = included / 2.0

        # @param horizontal [Float] angle of a leg from the horizontal, in degrees
        # @return [Float] β
        def from_horizontal(horizontal) = 90.0 - horizontal

        # @param limit_si [Float] of one leg, vertical
        # @param rule [Quantity::FigureRule] of the marking step
        # @return [Array<Row>] rounded down
        def table(limit_si, rule)
          rows = [[:vertical, "vertical", 1.0], [:choker, "choker", CHOKER],
                  [:basket, "basket, legs vertical", BASKET]] +
                 SHOWN_DEGREES.map do |d|
                   [:"two_legs_#{d.to_i}", "2 legs, #{d.to_i}° from the vertical", legs(:two, d)]
                 end +
                 SHOWN_DEGREES.map { |d| [:"four_legs_#{d.to_i}", "3 or 4 legs, #{d.to_i}°", legs(:three_or_four, d)] }
          rows.map do |key, name, factor|
            Row.new(key: key, name: name, factor: factor, limit: rule.down(limit_si * factor))
          end
        end

        # A bracket with top fixings and a compression centre below them.
        # @param force [Float] SI at arm metres from the wall; @param fixings [Integer] top ones; @param depth [Float]
        #   metres to the compression centre
        # @param spread [Boolean] a load spread along the arm counts half at its end
        # @return [Float] SI of pull in each top fixing
        def bracket(force, arm:, depth:, fixings:, spread: false)
          unless fixings.positive? && depth.positive?
            raise InvalidInput.new("a bracket needs a top fixing and some depth below it", fixings: fixings,
                                                                                           depth: depth)
          end

          force * (spread ? 0.5 : 1.0) * arm / (fixings * depth)
        end

        # Pull and shear at once: holds when the sum is no more than 1.
        # @param exponent [Float] 1 cautious, 1.5 usual
        # @return [Float] utilisation
        def combined(pull, pull_limit, shear, shear_limit, exponent: 1.0)
          (pull.fdiv(pull_limit)**exponent) + (shear.fdiv(shear_limit)**exponent)
        end

        # @return [Float] share of what n single ones would carry
        def group_efficiency(group, single, count) = group.fdiv(count * single)
      end
    end
  end
end
