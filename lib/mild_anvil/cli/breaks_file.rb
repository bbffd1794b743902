# frozen_string_literal: true

require "csv"
require "json"

module MildAnvil
  module Cli
    # Reads breaks from a CSV or JSON file as docs/cli.md describes.
    class BreaksFile
      Breaks = Struct.new(:observations, :terms, :resolution_si, keyword_init: true)
      FORCE_COLUMNS = %w[force value_si peak break strength].freeze
      FIELD_SEPARATORS = [",", ";", "\t"].freeze

      # @param text [String]
      # @param name [String] decides between CSV and JSON
      # @param units [Core::Quantity::UnitTable]
      # @return [Breaks]
      # @raise [InvalidInput] naming the row
      def self.read(text, name:, units:) = new(units).read(text, name)

      def initialize(units)
        @units = units
        @resolutions = []
      end

      def read(text, name)
        raise InvalidInput, "#{name} is empty: there are no breaks in it" if text.strip.empty?

        rows, terms = name.end_with?(".json") ? from_json(text) : [from_csv(text), {}]
        raise InvalidInput, "#{name} has a header and no breaks below it" if rows.empty?

        unit = terms["unit"]
        observations = rows.each_with_index.map { |row, i| observation(row, i + 1, unit) }
        Breaks.new(observations: observations, terms: terms, resolution_si: @resolutions.compact.max)
      end

      private

      def from_json(text)
        given = JSON.parse(text)
        given = { "breaks" => given } if given.is_a?(Array)
        Shapes.check!(given, Shapes::RATE)
        rows = given.fetch("breaks") do
          given.fetch("values") do
            raise InvalidInput, "a JSON file of breaks needs “breaks”: an array of forces or of objects"
          end
        end
        [rows.map { |row| row.is_a?(Hash) ? row : { "force" => row } }, given]
      rescue JSON::ParserError => e
        raise InvalidInput, "the file is no JSON: #{e.message[0, 80]}"
      end

      def from_csv(text)
        lines = text.delete_prefix("\uFEFF").lines.reject { |line| line.start_with?("#") || line.strip.empty? }
        separator = FIELD_SEPARATORS.max_by { |mark| lines.first.count(mark) }
        table = CSV.parse(lines.join, col_sep: separator, headers: true, liberal_parsing: true)
        table.headers.compact.any? { |h| force_header?(h) } ? table.map(&:to_h) : bare(lines, separator)
      end

      def force_header?(header) = FORCE_COLUMNS.any? { |name| header.downcase.start_with?(name) }

      # No header: the first column holds the forces.
      def bare(lines, separator)
        lines.map { |line| { "force" => line.split(separator).first.to_s.strip } }
      end

      def observation(row, number, file_unit)
        key = row.keys.compact.find do |k|
          force_header?(k)
        end || raise(InvalidInput, "row #{number} has no force: name the column force")
        unit = unit_of(row, key, file_unit)
        upper = row["upper"] || row["upper_si"]
        Core::Rating::Observation.checked(counts_as: (row["counts_as"] || "break").to_s.strip.tr(" ", "_"),
                                          label: number.to_s,
                                          value_si: si(row[key], unit), upper_si: upper && si(upper, unit),
                                          reason: row["reason"], mode: row["mode"])
      rescue InvalidInput => e
        raise InvalidInput.new("row #{number}: #{e.message}", **e.details)
      end

      # The header's unit, as in “force [kN]” or force_newtons; then the row's own, then the file's. A paper's value_si
      # is in newtons.
      def unit_of(row, key, file_unit)
        return @units.force!("N") if key == "value_si"

        stated = key[/[\[(]\s*([^\])]+)/, 1] || key[/_([A-Za-z]+)\z/, 1]
        @units.force!(stated || row["unit"] || file_unit || "N")
      end

      def si(value, unit)
        return unit.to_si(value.to_f) if value.is_a?(Numeric)

        reading = Core::Quantity::TypedReading.parse(value, unit)
        @resolutions << reading.resolution_si
        reading.value_si
      end
    end
  end
end
