# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # Sealed guesses against what came: how far off, and whether the person tends high or low.
      module GuessScore
        # of one person: guesses that can be scored, mean of |guess − break| and of guess − break, as shares of the
        # break
        Score = Struct.new(:guesses, :off_share, :bias_share, keyword_init: true)

        module_function

        # @param pairs [Array<Array(Float, Float)>] guess and break, SI, breaks above 0
        # @return [Score, nil] nil without a pair
        def of(pairs)
          return if pairs.empty?

          shares = pairs.map { |guess, found| (guess - found) / found }
          Score.new(guesses: pairs.size, off_share: shares.sum(&:abs) / shares.size,
                    bias_share: shares.sum / shares.size)
        end
      end
    end
  end
end
