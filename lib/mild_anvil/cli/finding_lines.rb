# frozen_string_literal: true

module MildAnvil
  module Cli
    # Findings as lines of text: doubtful ones first, every figure with its unit.
    class FindingLines
      # Ends of the names of figures, with the unit they are printed in and what one of it is in SI. The longest first.
      SUFFIXES = {
        "newtons_per_metre" => %i[stiffness], "newtons_per_second" => %i[rate], "metres_per_second" => ["mm/s", 1.0e-3],
        "metres_per_decade" => ["mm per decade", 1.0e-3], "per_decade_metres" => ["mm per decade", 1.0e-3],
        "metres_at_one_hour" => ["mm", 1.0e-3], "newtons" => %i[force], "metres" => %i[way], "joules" => ["J", 1.0],
        "seconds" => ["s", 1.0], "share" => ["%", 0.01], "hertz" => ["Hz", 1.0]
      }.freeze
      TITLES = { "look" => "To look at", "likely" => "Likely", "sure" => "Sure" }.freeze
      SKIPPED = %w[sample last_sample].freeze
      # Of figures whose name is their unit.
      WORDS = { "newtons_per_second" => "force", "metres_per_second" => "travel",
                "newtons_per_metre" => "slope", "seconds" => "lasted" }.freeze
      DIGITS = 6

      # @param findings [Array<Hash>] as CurveCommand.one gives them
      # @param unit [Core::Quantity::Unit] of the force or torque
      # @param resolution [Float, nil] newtons
      # @param angle [Boolean] whether the way is an angle
      def initialize(findings, unit:, resolution:, angle: false)
        @findings = findings
        @unit = unit
        @resolution = resolution
        @angle = angle
      end

      # @return [Array<String>]
      def call
        TITLES.keys.flat_map do |confidence|
          found = @findings.select { |f| f[:confidence] == confidence }
          found.empty? ? [] : ["#{TITLES[confidence]}:", *found.flat_map { |f| lines(f) }, ""]
        end
      end

      private

      def lines(finding)
        at = finding[:at_seconds] ? "#{format('%.6g', finding[:at_seconds])} s" : ""
        first = format("  %-16s %12s %14s   %s", finding[:kind].tr("_", " "), at, force(finding[:force_newtons]),
                       finding[:because])
        doubt = finding[:doubt] && "#{' ' * 48}#{finding[:confidence]}: #{finding[:doubt]}"
        figures = figures(finding[:extra])
        [first, doubt, *figures.map { |text| "#{' ' * 48}#{text}" }].compact
      end

      def force(newtons)
        return "" if newtons.nil?

        Core::Quantity::FigureRule.for(unit: @unit, resolution_si: @resolution,
                                       largest_si: newtons.abs).nearest(newtons).to_s
      end

      def figures(extra)
        extra.flat_map do |name, value|
          case value
          when Hash then figures(value).map { |text| "#{words(name)}: #{text}" }
          when Array then value.flat_map { |v| v.is_a?(Hash) ? [figures(v).join(", ")] : listed(name, v) }
          else SKIPPED.include?(name.to_s) ? [] : listed(name, value)
          end
        end
      end

      def listed(name, value)
        case value
        when nil then []
        when Float then ["#{words(name)} #{figure(name.to_s, value)}"]
        when true, false then ["#{words(name)}: #{value ? 'yes' : 'no'}"]
        else ["#{words(name)}: #{value}"]
        end
      end

      def words(name)
        WORDS[name.to_s] || name.to_s.sub(/_(#{SUFFIXES.keys.join('|')})(?=\z|_of_)/, "").tr("_", " ")
      end

      def figure(name, value)
        symbol, factor = unit_of(name)
        factor ? "#{plain(value / factor)} #{symbol}".strip : plain(value)
      end

      # @return [Array(String, Float), nil]
      def unit_of(name)
        suffix = SUFFIXES.keys.find { |ending| name.sub(/_of_\w+\z/, "").end_with?(ending) } or return
        known = SUFFIXES[suffix]
        known.size == 1 ? own(known.first) : known
      end

      # What the unit of the force, and the way, make of it.
      def own(quantity)
        way = @angle ? ["°", Math::PI / 180] : ["mm", 1.0e-3]
        { force: [@unit.symbol, @unit.factor], way: way, rate: ["#{@unit.symbol}/s", @unit.factor],
          stiffness: ["#{@unit.symbol}/#{way.first}", @unit.factor / way.last] }.fetch(quantity)
      end

      def plain(value) = format("%.#{DIGITS}g", value.zero? ? 0.0 : value)
    end
  end
end
