# frozen_string_literal: true

module MildAnvil
  module Core
    module Practice
      # What a finished lesson is worth: a bound that holds and is not far below, or the honest word that there is none;
      # a broken promise costs more than any bound can earn. Judging is counted beside it.
      class Score
        PROMISE = 70.0
        JUDGING = 30.0
        GAP = 0.3 # how far below a bound may lie until it is worth a third
        BROKEN = -60.0 # at once
        PER_EXCESS = -400.0 # for each whole by which it lies above
        WORST = -150.0
        STATED_NOTHING = 5.0 # where a minimum could have been stated
        STATED_WRONGLY = -100.0 # where none could be

        # promise, judging, total: points; held: whether what was promised holds; words
        Found = Struct.new(:promise, :judging, :total, :held, :gap, :words, keyword_init: true)

        # @param lesson [Lesson]
        # @param minimum_si [Float, nil] that was signed; nil: it was handed in that there is none
        # @param choice [String, nil] where one of several was to be chosen
        # @param right [Integer] pulls judged as an honest eye would; @param judged [Integer] of how many
        def initialize(lesson, minimum_si:, choice: nil, right: 0, judged: 0)
          @lesson = lesson
          @minimum_si = minimum_si
          @choice = choice
          @right = right
          @judged = judged
        end

        # @return [Found]
        def found
          points, held, gap, words = send(@lesson.answer.fetch(:kind))
          judging = @judged.zero? ? 0.0 : JUDGING * @right / @judged
          Found.new(promise: points.round(1), judging: judging.round(1), total: (points + judging).round(1), held: held,
                    gap: gap, words: words).freeze
        end

        # @return [Float] what the population really holds: the strength that the agreed share of all pieces exceeds
        def truth_si = @lesson.population.quantile(1 - @lesson.coverage)

        private

        def minimum
          return [STATED_NOTHING, true, nil, "A minimum could have been stated here."] if @minimum_si.nil?

          away = (@minimum_si - truth_si) / truth_si
          return broken(away) if away.positive?

          gap = -away
          [PROMISE * Math.exp(-gap / GAP), true, gap,
           "The promise holds, #{share(gap)} below what the population holds."]
        end

        def broken(excess)
          [[BROKEN + (PER_EXCESS * excess), WORST].max, false, -excess,
           "The promise is broken: it lies #{share(excess)} above what the population holds."]
        end

        def none
          return [PROMISE, true, nil, "Right: no minimum can be stated from this."] if @minimum_si.nil?

          [STATED_WRONGLY, false, nil, "No minimum can be stated from this, and one was promised."]
        end

        def choice
          chosen = @lesson.answer.fetch(:options).find { |option| option[:key] == @choice }
          return [PROMISE, true, nil, "Right. #{chosen[:why]}"] if chosen && chosen[:right]

          [BROKEN, false, nil, "Not so. #{chosen ? chosen[:why] : 'Nothing was chosen.'}"]
        end

        def share(value) = "#{format('%.1f', value * 100)} %"
      end
    end
  end
end
