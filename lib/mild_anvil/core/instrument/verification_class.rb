# frozen_string_literal: true

module MildAnvil
  module Core
    module Instrument
      # Which class of ISO 7500-1 the relative errors of a check keep. Figures to be checked against the edition in
      # force.
      class VerificationClass
        # Limits in per cent by class.
        LIMITS = {
          0.5 => { indication: 0.5, repeatability: 0.5, reversibility: 0.75, zero: 0.05, resolution: 0.25,
                   lowest_resolutions: 400 },
          1.0 => { indication: 1.0, repeatability: 1.0, reversibility: 1.5, zero: 0.1, resolution: 0.5,
                   lowest_resolutions: 200 },
          2.0 => { indication: 2.0, repeatability: 2.0, reversibility: 3.0, zero: 0.2, resolution: 1.0,
                   lowest_resolutions: 100 },
          3.0 => { indication: 3.0, repeatability: 3.0, reversibility: 4.5, zero: 0.3, resolution: 1.5,
                   lowest_resolutions: 67 }
        }.freeze
        SOURCE = "ISO 7500-1 (check against the edition in force)"
        FEWEST_SERIES = 3
        FEWEST_LEVELS = 5
        FEWEST_IN_RANGE = 2
        # Masses worse than this share limit what a check can say.
        WORST_MASSES_SHARE = 0.001

        # One level of force: readings of each series going up, and coming down (nil where that was not done).
        Level = Struct.new(:applied, :up, :down, keyword_init: true)
        # Why a class is not kept: what, at which force (nil: the whole range), the figure and its limit in per cent.
        Failure = Struct.new(:what, :applied, :found, :limit, keyword_init: true)
        WITHIN = 1.0e-9 # 0.3 % is not above 0.3 %
        Errors = Struct.new(:applied, :indication, :repeatability, :reversibility, :resolution, keyword_init: true)

        attr_reader :levels, :resolution, :zero_share

        # @param levels [Array<Level>] newtons, applied above zero
        # @param resolution [Float] of the display, newtons
        # @param zero_residual [Float] what it showed after the load was off, newtons
        # @param range_maximum [Float] newtons
        # @param masses_share [Float, nil] relative tolerance of the masses
        # @raise [InsufficientData] without a level
        def initialize(levels, resolution:, range_maximum:, zero_residual: 0.0, masses_share: nil)
          raise InsufficientData, "a check needs at least one force above zero" if levels.empty? || levels.any? do |l|
            !l.applied.positive? || l.up.empty?
          end

          refuse_no_resolution!(resolution)
          @levels = levels.sort_by(&:applied)
          @resolution = resolution
          @zero_share = 100.0 * zero_residual.abs / range_maximum
          @range_maximum = range_maximum
          @masses_share = masses_share
        end

        # @return [Array<Errors>] relative errors of each level in per cent
        def errors = @errors ||= levels.map { |level| errors_of(level) }

        # @return [Float, nil] the best class that every level keeps; nil for none
        def best = LIMITS.keys.find { |name| failures(name).empty? }

        # @return [Array<Failure>] of a class, by force
        def failures(name) = [*whole(LIMITS.fetch(name)), *levels.flat_map { |level| failures_at(level, name) }]

        # From which level on is a class kept, by it and every higher one? One level alone is no range.
        # @return [Float, nil] newtons
        def kept_from(name)
          return if whole(LIMITS.fetch(name)).any?

          kept = levels.reverse.take_while { |level| failures_at(level, name).empty? }
          kept.last.applied if kept.size >= FEWEST_IN_RANGE
        end

        # @return [Float] the lowest force of a class, newtons
        def lowest_force(name) = LIMITS.fetch(name)[:lowest_resolutions] * resolution

        # @return [Array<String>] why the class is only an indication; empty when it may be stated
        def reservations
          full = levels.select { |l| l.applied >= 0.19 * @range_maximum }
          [("fewer than #{FEWEST_SERIES} series" if levels.any? { |l| l.up.size < FEWEST_SERIES }),
           ("fewer than #{FEWEST_LEVELS} levels from 20 to 100 % of the range" if full.size < FEWEST_LEVELS),
           (if @masses_share && @masses_share > WORST_MASSES_SHARE
              "the masses are known to #{format('%g',
                                                100 * @masses_share)} % only"
            end)].compact
        end

        private

        def refuse_no_resolution!(resolution)
          return if resolution.positive?

          raise InvalidInput.new("a display has a step above zero: type its resolution", fields: { resolution: "is 0" })
        end

        def errors_of(level)
          percent = ->(reading) { 100.0 * (reading - level.applied) / level.applied }
          each = level.up.map(&percent)
          if level.down.to_a.size > level.up.size
            raise InvalidInput.new("at #{format('%g', level.applied)} there are more readings on the way down than up",
                                   applied: level.applied)
          end

          pairs = level.down.to_a.zip(level.up).select(&:first)
          back = pairs.map { |down, up| 100.0 * (down - up) / level.applied }
          Errors.new(applied: level.applied, indication: each.sum.fdiv(each.size), repeatability: each.max - each.min,
                     reversibility: back.empty? ? nil : back.sum.fdiv(back.size),
                     resolution: 100 * resolution / level.applied)
        end

        def whole(limits)
          above?(zero_share, limits[:zero]) ? [failure(:zero, nil, zero_share, limits[:zero])] : []
        end

        def failures_at(level, name)
          limits = LIMITS.fetch(name)
          errors_here = errors[levels.index(level)]
          lowest = lowest_force(name)
          found = %i[indication repeatability reversibility resolution].filter_map do |what|
            value = errors_here[what].to_f.abs
            failure(what, level.applied, value, limits[what]) if above?(value, limits[what])
          end
          above?(lowest, level.applied) ? [*found, failure(:lowest_force, level.applied, level.applied, lowest)] : found
        end

        def failure(what, applied, found, limit)
          Failure.new(what: what, applied: applied, found: found, limit: limit).freeze
        end

        def above?(value, limit) = value > limit * (1 + WITHIN)
      end
    end
  end
end
