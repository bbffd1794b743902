# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # What one level more is worth, as plain values with the sentences.
      module LevelWords
        module_function

        # Over the groups that differ from the one asked about in one numbered factor alone.
        # @return [Hash] refusal: or factor:, unit:, kind:, points:, steps:, breaks:, sentences:
        def call(sides, one, figures, confidence)
          factor = factor_of(sides, one) or return none("no factor with numbers for levels is at three levels here")
          answer = LevelAnswer.new(alike(sides, one, factor), factor, confidence: confidence)
          unit = one.levels.fetch(factor).unit.to_s
          { refusal: nil, factor: factor, unit: unit, kind: LevelAnswer::NAMES.fetch(answer.kind),
            points: answer.points.map { |p| { level: p.level, fit_si: p.fit, low_si: p.low, high_si: p.high } },
            steps: answer.steps.map { |step| step(step, figures) }, marks: marks(answer), flattens: answer.flattens?,
            sentences: sentences(answer, figures) }
        rescue InsufficientData, InvalidInput => e
          none(e.message)
        end

        def none(why)
          { refusal: why, factor: nil, unit: nil, kind: nil, points: [], steps: [], marks: [], flattens: false,
            sentences: [] }
        end
        private_class_method :none

        # The numbered factor with the most levels among the groups that are otherwise alike.
        def factor_of(sides, one)
          numbered = one.levels.select { |_, level| level.value }.keys
          numbered.max_by { |factor| alike(sides, one, factor).map { |s| s.levels[factor].value }.uniq.size }
        end
        private_class_method :factor_of

        def alike(sides, one, factor)
          others = one.levels.except(factor).transform_values(&:name)
          sides.select { |s| s.levels[factor]&.value && s.levels.except(factor).transform_values(&:name) == others }
        end
        private_class_method :alike

        def step(step, figures)
          { from: step.from, to: step.to, gain_si: step.gain, text: EffectWords.signed(step.gain, figures) }
        end
        private_class_method :step

        def marks(answer)
          answer.sides.flat_map do |side|
            side.counted.map do |o|
              { level: side.levels.fetch(answer.factor).value, value_si: o.value_si, upper_si: o.upper_si,
                counts_as: o.counts_as.to_s }
            end
          end
        end
        private_class_method :marks

        def sentences(answer, figures)
          first = answer.steps.first
          last = answer.steps.last
          low, high = answer.levels.minmax.map { |x| format("%g", x) }
          name = answer.factor.downcase
          gains = [first, last].uniq.map do |step|
            "#{EffectWords.signed(step.gain, figures)} #{figures.unit.symbol} from #{format('%g', step.from)} to " \
              "#{format('%g', step.to)}"
          end
          ["By #{name}, one level more is worth #{gains.join(' and ')}#{': it flattens' if answer.flattens?}. " \
           "Nothing is said below #{low} or above #{high}."]
        end
        private_class_method :sentences
      end
    end
  end
end
