# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # How a logger writes a number: its decimal mark and its thousands mark, if any.
      class NumberStyle
        # A plain number, or one with leading point or plus sign; an exponent may follow.
        PLAIN = /\A[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?\z/
        # Digits in groups of three: a thousands mark wherever a point has been seen to be the decimal mark.
        GROUPED = /\A[+-]?\d{1,3}(?:,\d{3})+(?:\.\d*)?\z/
        # No cell, clock or counter says more; what follows from such numbers is still finite.
        LARGEST = 1.0e20
        MINUS = "\u2212" # a typographic minus
        SPACES = " \u00A0\u202F'"

        attr_reader :decimal_mark, :thousands

        # @param point_seen [Boolean] whether the file uses the point as its decimal mark for certain
        # @param units_inside [Boolean] whether cells hold their unit, such as "12.5 kN"
        def initialize(decimal_mark: ".", thousands: nil, point_seen: false, units_inside: false)
          @units_inside = units_inside
          @decimal_mark = decimal_mark
          @thousands = thousands
          @point_seen = point_seen
          freeze
        end

        # A number, a space if there is one, and a unit behind it.
        CELL = %r{\A([+\-−]?[\d.,'\u00A0\u202F ]*\d\.?(?:[eE][+-]?\d+)?)\s*
                 ([[:alpha:]µ°%"][[:alpha:]µ°%/·²³23^.*-]*(?:\s(?:m|cm|mm|in|ft|lbs?|lbf|f))?)\z}x

        # @return [String] the field without its unit
        def self.bare(field) = field.strip[CELL, 1] || field

        # @return [String, nil] the unit in a cell
        def self.unit_in(field) = field.strip[CELL, 2]

        def units_inside? = @units_inside

        # @return [NumberStyle]
        def with_units_inside
          NumberStyle.new(decimal_mark: decimal_mark, thousands: thousands, point_seen: @point_seen, units_inside: true)
        end

        # @return [Float, nil] nil where the field is no number
        def parse(field)
          field = NumberStyle.bare(field) if @units_inside
          return within(field) if plain? && PLAIN.match?(field)

          text = normalized(field)
          return within(text) if PLAIN.match?(text)

          within(text.delete(",")) if @point_seen && GROUPED.match?(text)
        end

        def number?(field) = !parse(field).nil?
        def plain? = decimal_mark == "." && thousands.nil?

        private

        def within(text)
          value = text.to_f
          value if value.abs <= LARGEST
        end

        def normalized(field)
          text = field.strip.sub(MINUS, "-")
          return text if plain?

          text = text.delete(thousands == " " ? SPACES : thousands) if thousands
          decimal_mark == "," ? text.tr(",", ".") : text
        end
      end
    end
  end
end
