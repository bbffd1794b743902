# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # Facts that stand above the table: a sampling rate or interval, and units.
      class Preamble
        RATE = %r{(\d+(?:[.,]\d+)?)\s*(k?Hz|k?S/s|samples?\s*(?:/|per)\s*s)}i
        INTERVAL_WORDS = /interv|interw|perio|\bdt\b|delta t|\bstep\b|schritt|takt|tastzeit|cadence|pas de temps/i
        INTERVAL = /(?:#{INTERVAL_WORDS})[^\d=:\n]{0,40}[^\d]{0,12}(\d+(?:[.,]\d+)?(?:e-?\d+)?)\s*(ms|µs|us|s)\b/i
        SECONDS = { "ms" => 1.0e-3, "µs" => 1.0e-6, "us" => 1.0e-6, "s" => 1.0 }.freeze
        INTERVALS = (1.0e-9..1.0e7) # seconds from one reading to the next
        UNIT_WORD = /\b(?:units?|einheit|unité|unidade?|unidad|unità|eenheid|enhet|jednostka|yksikkö)\b/i
        PAIR = /\A(.+?)\s*[:=\t;]\s*\[?([^\s=:;]+(?: [^\s=:;]+)?)\]?\z/
        # A frequency that is not the sampling's.
        NOT_SAMPLING = /filt|cut.?off|grenz|bandw|bandbr|pass\b|mains|netz|brumm|carrier|träger|porteuse/i

        def initialize(lines, units)
          @lines = lines
          @units = units
        end

        # @return [Float, nil] seconds between samples, where the file states it
        def interval_seconds
          found = stated_rate || stated_interval
          found if found && INTERVALS.cover?(found)
        end

        # @param role [String]; @param header [String] of the column
        # @return [Core::Quantity::Unit, nil] the unit stated for the column itself, such as "Unit of Load cell: kN", or
        #   else for its role, such as "Force unit: kN"
        def unit(role, header = "")
          named = of_column(header.downcase)
          return named.last if named && (role.nil? || role == "other" || named.last.quantity == role)

          stated_units.find { |words, unit| unit.quantity == role && Vocabulary.role(words) == role }&.last
        end

        private

        # "Unit of Load cell" is that of "Load cell", but "Pull-out" is none of "t".
        def of_column(header)
          return if header.empty?

          stated_units.find { |words, _| words == header } ||
            stated_units.find { |words, _| words.end_with?(header) && !words[-header.size - 1].match?(/[[:alnum:]-]/) }
        end

        # Words and the unit that stands behind them.
        def stated_units
          @stated_units ||= @lines.filter_map { |line| PAIR.match(line) }.filter_map do |match|
            unit = @units.find(match[2])
            [match[1].downcase.sub(UNIT_WORD, "").strip, unit] if unit
          end
        end

        # A rate of nothing is an infinite interval: not stated.
        def stated_rate
          rate = @lines.reject { |line| NOT_SAMPLING.match?(line) }.filter_map { |line| RATE.match(line) }.first
          rate && (1 / (number(rate[1]) * (rate[2].downcase.start_with?("k") ? 1000 : 1)))
        end

        def stated_interval
          interval = @lines.filter_map { |line| INTERVAL.match(line) }.first
          interval && (number(interval[1]) * SECONDS.fetch(interval[2].downcase))
        end

        def number(text) = text.tr(",", ".").to_f
      end
    end
  end
end
