# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      # Figures and durations in words: no finer than what was read, and rounded to the side that promises less.
      class Say
        DAY = 24.0
        YEAR = 8766.0
        DURATIONS = [[YEAR, "year", 2 * YEAR], [DAY, "day", 3 * DAY], [1.0, "h", 1.0],
                     [1 / 60.0, "min", 1 / 60.0]].freeze

        def initialize(setup)
          @setup = setup
        end

        def unit(key) = @setup.units.fetch(key)

        # @param way [Symbol] nearest, up or down
        # @return [String] figure and unit
        def figure(key, value_si, way: :nearest, finer: 1)
          negative = value_si.negative?
          way = { up: :down, down: :up }.fetch(way, way) if negative
          "#{'−' if negative}#{rule(key, value_si.abs, finer).public_send(way, value_si.abs)}"
        end

        # What was agreed, as it was typed: no reading, and no finer.
        def agreed(key, value_si)
          "#{format('%.10g', value(key, value_si).round(9)).sub('-', '−')} #{unit(key)}"
        end

        def rule(key, largest_si, finer = 1)
          step = @setup.steps[key]
          Quantity::FigureRule.for(unit: unit(key), resolution_si: step && (step / finer), largest_si: largest_si)
        end

        def value(key, value_si) = unit(key).from_si(value_si)

        # @param hours [Float]
        # @return [String] 12 min, 36 h, 9 days, 50 years
        def self.duration(hours)
          size, name, = DURATIONS.find { |_, _, from| hours >= from || hours == YEAR } || DURATIONS.last
          count = hours / size
          text = count >= 10 || (count - count.round).abs < 0.02 ? count.round.to_s : format("%.1f", count)
          %w[h min].include?(name) ? "#{grouped(text)} #{name}" : "#{grouped(text)} #{name}#{'s' unless text == '1'}"
        end

        def self.grouped(number) = number.to_s.sub(/\A\d+/) { |whole| whole.gsub(/(\d)(?=(\d{3})+\z)/, '\1,') }

        def self.percent(share, digits: 1, way: :round)
          scaled = share * 100 * (10**digits)
          whole = if way == :round
                    scaled.round
                  else
                    (scaled - (way == :up ? 1.0e-9 : -1.0e-9)).public_send(way == :up ? :ceil : :floor)
                  end
          format("%.#{digits}f", whole / (10.0**digits)).sub("-", "−")
        end

        # Between two readings, and not at a moment.
        def self.between(after, by, unit = nil)
          told = ->(place) { unit ? "#{grouped(place.round)} #{unit}" : duration(place) }
          after ? "between #{told.call(after)} and #{told.call(by)}" : "before #{told.call(by)}"
        end
      end
    end
  end
end
