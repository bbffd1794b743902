# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # How long one pull takes, learned from when earlier ones of the type were made.
      module LearnedMinutes
        LONGEST_GAP = 90.0 # minutes; beyond it there was a break, and not a pull
        SHORTEST_GAP = 0.5 # below it files were brought in together, and nothing was pulled meanwhile
        FEWEST = 3
        USUAL = 10.0
        Learned = Struct.new(:minutes, :pulls, keyword_init: true) do
          def sentence
            if pulls < FEWEST
              return "#{format('%g',
                               minutes)} min a pull: fewer than #{FEWEST} pulls like these to learn from"
            end

            "#{format('%g', minutes)} min a pull, learned from #{pulls} pulls like these"
          end
        end

        module_function

        # @param series [Array<Array<Float>>] times of one lot's pulls, in minutes, each ascending
        # @return [Learned] the median gap
        def from(series)
          gaps = series.flat_map { |times| times.each_cons(2).map { |a, b| b - a } }
                       .grep(SHORTEST_GAP..LONGEST_GAP)
          return Learned.new(minutes: USUAL, pulls: gaps.size) if gaps.size < FEWEST

          sorted = gaps.sort
          middle = (sorted[(sorted.size - 1) / 2] + sorted[sorted.size / 2]) / 2
          Learned.new(minutes: [middle.round, 1].max.to_f, pulls: gaps.size)
        end
      end
    end
  end
end
