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
        GROUPS = /\A[+-]?[1-9]\d{0,2}(?:,\d{3})+\z/
        BARE = /\A[+-]?\d{1,3}(?:\.\d+)?\z/
        STRAY = 20
        CLOCK_COMMA = /\d:\d\d,\d+\z/
        CLOCK_POINT = /\d:\d\d\.\d+\z/
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
        CELL = %r{\A([+-−]?[\d.,'\u00A0\u202F ]*\d(?:[eE][+-]?\d+)?)\s*([[:alpha:]µ°%][[:alpha:]µ°%/·²³^.*-]*)\z}

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

        # The style that a sample of numeric-looking fields is written in.
        #
        # A comma is a decimal mark unless every comma stands before exactly three digits and plain numbers of up to
        # three digits in the same column, or a point behind it, show it to be a thousands mark.
        # @param fields [Array<String>]
        # @param columns [Array<Array<String>>] the same, by column
        # @param usual [String] the decimal mark where nothing shows one
        # @return [NumberStyle]
        def self.of(fields, usual: ".", columns: [fields])
          digits = fields.grep(/\A\s*[+-]?[\d.,'\u00A0\u202F ]*\d[\d.,'\u00A0\u202F ]*(?:[eE][+-]?\d+)?\s*\z/)
          commas = digits.select { |f| f.include?(",") }
          commas = [] if stray?(commas, digits)
          return new(decimal_mark: ".", thousands: ",") if commas.any? { |f| f.match?(/\d,\d{3}\b.*\.\d/) }
          return new(decimal_mark: ",", thousands: ".") if commas.any? { |f| f.match?(/\d\.\d{3}\b.*,\d/) }

          spaced = digits.any? { |f| f.match?(/\A\s*[+-]?\d{1,3}(?:[ '\u00A0\u202F]\d{3})+/) } ? " " : nil
          return of_commas(commas, spaced || points(digits), columns) if commas.any?
          return new(decimal_mark: unseen(fields, usual), thousands: spaced) if digits.none? { |f| f.include?(".") }

          new(decimal_mark: ".", thousands: spaced, point_seen: true)
        end

        # A few commas among many numbers with a decimal point stand in words above the table.
        def self.stray?(commas, digits)
          pointed = digits.count { |f| f.include?(".") && !f.include?(",") }
          STRAY * commas.size < pointed && points(digits).nil?
        end
        private_class_method :stray?

        # Whole numbers only: the clock's fraction may show it.
        def self.unseen(fields, usual)
          return "," if fields.any? { |f| CLOCK_COMMA.match?(f) }

          fields.any? { |f| CLOCK_POINT.match?(f) } ? "." : usual
        end
        private_class_method :unseen

        # Beside decimal commas a point groups digits, if it does so wherever it stands.
        def self.points(digits)
          pointed = digits.select { |f| f.include?(".") && !f.include?(",") }
          "." if pointed.any? && pointed.all? { |f| f.strip.match?(/\A[+-]?[1-9]\d{0,2}(?:\.\d{3})+\z/) }
        end
        private_class_method :points

        # Only commas are there to tell by. A thousands mark stands in the larger numbers of a column and not in the
        # smaller ones; a decimal comma stands in all of them.
        def self.of_commas(commas, thousands, columns)
          grouped = commas.all? { |f| GROUPS.match?(f.strip) }
          mixed = columns.any? { |fields| fields.any? { |f| GROUPS.match?(f.strip) } && fields.any? { |f| BARE.match?(f.strip) } }
          grouped && mixed ? new(decimal_mark: ".", thousands: ",") : new(decimal_mark: ",", thousands: thousands)
        end
        private_class_method :of_commas

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
