# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # States the figures of a plan in one unit of force: what its sentences and its working are made of.
      class Wording
        JOULES = Quantity::Unit.new(quantity: "energy", symbol: "J", factor: 1)
        KILOJOULES = Quantity::Unit.new(quantity: "energy", symbol: "kJ", factor: 1000)
        METRES = Quantity::Unit.new(quantity: "displacement", symbol: "m", factor: 1)
        MILLIMETRES = Quantity::Unit.new(quantity: "displacement", symbol: "mm", factor: 0.001)
        KILOGRAMS = Quantity::Unit.new(quantity: "mass", symbol: "kg", factor: 1)
        TONNES = Quantity::Unit.new(quantity: "mass", symbol: "t", factor: 1000)
        LITRES = Quantity::Unit.new(quantity: "volume", symbol: "litres", factor: 1)
        NEWTONS = Quantity::Unit.new(quantity: "force", symbol: "N", factor: 1)
        PRECISE = 4
        HAIR = 1.0e-9 # 0.29 · 100 is 28.999999999999996
        NEVER_QUITE = 0.9995 # a chance is not called certain, nor impossible, before it is

        # @param unit [Quantity::Unit] of the lot's measurand
        def initialize(unit) = @unit = unit
        attr_reader :unit

        # @param value [Float] SI
        # @param direction [Symbol] :nearest, :down or :up: a capacity is stated down, a demand up
        # @return [String] three figures and the unit
        def force(value, direction = :nearest) = stated(unit, value, direction)
        # A load to be reached, with four figures: what is rounded up stays within a thousandth.
        def to_reach(value) = "#{rule(unit, value, PRECISE).up(value).text} #{unit}"
        # A strength that something must be bought for: rounded up.
        def at_least(value) = force(value, :up)
        def at_most(value) = force(value, :down)
        def energy(joules) = stated(joules.abs < 1000 ? JOULES : KILOJOULES, joules)
        def length(metres, direction = :nearest) = stated(metres.abs < 1 ? MILLIMETRES : METRES, metres, direction)
        def mass(kilograms) = stated(kilograms.abs < 1000 ? KILOGRAMS : TONNES, kilograms)
        def litres(litres) = stated(LITRES, litres)

        # @return [String] a chance or a share in whole per cent, to a tenth near its ends
        def per_cent(share)
          return "100 %" if share >= 1
          return "more than 99.9 %" if share > NEVER_QUITE
          return "less than 0.1 %" if share.positive? && share < 1 - NEVER_QUITE

          "#{format(whole?(share) ? '%.0f' : '%.1f', share * 100).delete_suffix('.0')} %"
        end

        # A chance that something promises: never stated higher than it is.
        def sure(share)
          return per_cent(share) if share >= 1 || share > NEVER_QUITE || share < 1 - NEVER_QUITE

          per_cent(whole?(share) ? ((share * 100) + HAIR).floor / 100.0 : ((share * 1000) + HAIR).floor / 1000.0)
        end

        # The same as short as a drawing needs it.
        def shortened(text) = text.sub("more than", ">").sub("less than", "<")

        # @return [String] a bare number with three figures: an advantage, a factor
        def number(value, direction = :nearest)
          short(rule(NEWTONS, value).public_send(direction, value).text)
        end

        # @return [String] "4 h 20 min"
        def duration(minutes)
          hours, rest = minutes.round.divmod(60)
          [("#{hours} h" if hours.positive?), ("#{rest} min" if rest.positive? || hours.zero?)].compact.join(" ")
        end

        private

        def whole?(share) = share.between?(0.095, 0.99) || share.zero?

        def stated(unit, value, direction = :nearest)
          return "0 #{unit}" if value.zero?

          "#{rule(unit, value).public_send(direction, value).text} #{unit}"
        end

        def rule(unit, value, figures = nil)
          return Quantity::FigureRule.for(unit: unit, largest_si: value.abs) if figures.nil?

          Quantity::FigureRule.new(unit: unit, step: "1e#{Math.log10(unit.from_si(value.abs)).floor - figures + 1}")
        end

        def short(text) = text.include?(".") ? text.sub(/\.?0+\z/, "") : text
      end
    end
  end
end
