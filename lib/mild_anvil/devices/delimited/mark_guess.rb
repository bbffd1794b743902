# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # The style that a sample of numeric-looking fields is written in.
      #
      # A comma is a decimal mark unless every comma stands before exactly three digits and plain numbers of up to three
      # digits in the same column, or a point behind it, show it to be a thousands mark.
      class MarkGuess
        DIGITS = /\A\s*[+-]?[\d.,'\u00A0\u202F ]*\d[\d.,'\u00A0\u202F ]*(?:[eE][+-]?\d+)?\s*\z/
        SPACED = /\A\s*[+-]?\d{1,3}(?:[ '\u00A0\u202F]\d{3})+/
        BY_COMMAS = /\A[+-]?[1-9]\d{0,2}(?:,\d{3})+\z/
        BY_POINTS = /\A[+-]?[1-9]\d{0,2}(?:\.\d{3})+\z/
        BARE = /\A[+-]?\d{1,3}(?:\.\d+)?\z/
        COMMAS_THEN_POINT = /\d,\d{3}\b.*\.\d/
        POINTS_THEN_COMMA = /\d\.\d{3}\b.*,\d/
        CLOCK = /\d:\d\d([.,])\d+\z/
        STRAY = 20 # numbers with a point for one with a comma: that one stands in words above the table

        # @param fields [Array<String>]
        # @param columns [Array<Array<String>>] the same, by column
        # @param usual [String] the decimal mark where nothing shows one
        def initialize(fields, columns: [fields], usual: ".")
          @fields = fields
          @columns = columns
          @usual = usual
          @digits = fields.grep(DIGITS)
          @commas = @digits.select { |f| f.include?(",") }
          @pointed = @digits.select { |f| f.include?(".") && !f.include?(",") }
        end

        # @return [NumberStyle]
        def call
          @commas = [] if STRAY * @commas.size < @pointed.size && !grouped_by_points?
          return style(".", ",") if @commas.any? { |f| COMMAS_THEN_POINT.match?(f) }
          return style(",", ".") if @commas.any? { |f| POINTS_THEN_COMMA.match?(f) }
          return style(".", ",") if parted_beside_points?
          return of_commas if @commas.any?
          return style(unseen, spaced) if @pointed.empty?

          NumberStyle.new(decimal_mark: ".", thousands: spaced, point_seen: true)
        end

        private

        def style(mark, thousands) = NumberStyle.new(decimal_mark: mark, thousands: thousands)
        def spaced = @digits.any? { |f| SPACED.match?(f) } ? " " : nil

        # Beside decimal commas a point groups digits, if it does so wherever it stands.
        def grouped_by_points? = @pointed.any? && @pointed.all? { |f| BY_POINTS.match?(f.strip) }

        # Where points are decimal marks for certain, commas that could part thousands do.
        def parted_beside_points?
          @commas.any? && @commas.all? { |f| BY_COMMAS.match?(f.strip) } &&
            @pointed.any? { |f| !BY_POINTS.match?(f.strip) }
        end

        # Whole numbers only: the clock's fraction may show it.
        def unseen = @fields.filter_map { |f| CLOCK.match(f)&.captures&.first }.first || @usual

        # Only commas are there to tell by. A thousands mark stands in the larger numbers of a column and not in the
        # smaller ones; a decimal comma stands in all of them.
        def of_commas
          grouped = @commas.all? { |f| BY_COMMAS.match?(f.strip) }
          return style(".", ",") if grouped && @columns.any? { |fields| mixed?(fields) }

          style(",", spaced || (grouped_by_points? ? "." : nil))
        end

        def mixed?(fields)
          fields.any? { |f| BY_COMMAS.match?(f.strip) } && fields.any? { |f| BARE.match?(f.strip) }
        end
      end
    end
  end
end
