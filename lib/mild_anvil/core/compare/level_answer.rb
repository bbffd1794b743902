# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # What one level more is worth: the curve that fits the tested levels best, and what each step of it brings.
      class LevelAnswer
        CURVES = { power: PowerCurve, saturating: SaturatingCurve, line: StraightLine }.freeze
        NAMES = { power: "a power of it", saturating: "ever less towards a plateau", line: "a straight line",
                  logarithm: "a line in its logarithm" }.freeze
        POINTS = 24
        FLATTENS_BELOW = 0.5 # of the first step's gain for one level more
        # One step between tested levels: gain for one level more, SI.
        Step = Struct.new(:from, :to, :gain, keyword_init: true)

        attr_reader :factor, :kind, :curve, :sides

        # @param sides [Array<Side>] alike but for this factor, whose levels are numbers
        # @raise [InsufficientData] unless three levels were tested
        def initialize(sides, factor, confidence: 0.95)
          @factor = factor
          @sides = sides.select { |side| side.size.positive? }.sort_by { |side| side.levels.fetch(factor).value }
          @confidence = confidence
          if levels.size < 3
            raise InsufficientData.new("a curve needs three levels, #{factor} has #{levels.size}", levels: levels.size)
          end

          @kind, @curve = best
        end

        # @return [Array<Float>] tested, ascending
        def levels = @levels ||= @sides.map { |side| side.levels.fetch(factor).value }.uniq

        # @return [Array<LevelCurve::Prediction>] over the tested range and not beyond
        def points
          low, high = levels.minmax
          Array.new(POINTS + 1) { |i| curve.predict(low + ((high - low) * i / POINTS), confidence: @confidence) }
        end

        # @return [Array<Step>]
        def steps
          levels.each_cons(2).map { |a, b| Step.new(from: a, to: b, gain: (curve.at(b) - curve.at(a)) / (b - a)) }
        end

        # @return [Boolean] whether the last step brings much less than the first
        def flattens? = steps.first.gain.positive? && steps.last.gain < FLATTENS_BELOW * steps.first.gain

        private

        def values = @sides.flat_map(&:counted)
        def xs = @sides.flat_map { |side| [side.levels.fetch(factor).value] * side.size }

        def best
          complete = @sides.all?(&:complete?)
          found = complete ? by_squares : by_likelihood
          raise InsufficientData, "no curve can be fitted through these levels" if found.empty?

          complete ? found.min_by { |_, curve| curve.rss } : found.max_by { |_, curve| curve.log_likelihood }
        end

        def by_squares = fitted(CURVES) { |curve| curve.new(xs, values.map(&:value_si)) }

        def by_likelihood
          fitted(BoundedCurve::SCALES.to_h { |key, _| [key, key] }) { |scale| BoundedCurve.new(xs, values, scale) }
        end

        def fitted(choices)
          choices.filter_map do |key, choice|
            [key, yield(choice)]
          rescue InsufficientData, InvalidInput, FloatDomainError
            nil
          end
        end
      end
    end
  end
end
