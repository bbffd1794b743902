# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What these breaks cannot see: the chance that none of them was one of a few weak pieces, and the proof of every
      # piece that would exclude those.
      module Unseen
        WEAK_SHARES = [0.01, 0.05, 0.1].freeze # of all pieces
        WEAK_AT = [0.4, 0.6, 0.8].freeze # of the strength of the others
        HARMLESS_SHARE = 0.5 # of the lowest break: what a good piece is usually proved with, unless its maker says less

        module_function

        # @param sample [Sample]; @param figures [Quantity::FigureRule]
        # @return [Hash, nil] pieces, weak: [{share, missed_share, text}], proofs: [{weak_at, load, share_of_lowest,
        #   harmless, words}]; nil where nothing counts
        # Method: (1 - p)^n; a weak piece bears at most its share of the strongest one that was seen.
        def of(sample, figures)
          count = sample.count
          return if count.zero?

          { pieces: count, weak: WEAK_SHARES.map { |share| weak(share, count, breaks: sample.count(:break)) },
            proofs: proofs(sample, figures) }
        end

        def weak(share, count, breaks:)
          missed = (1 - share)**count
          percent = format("%g %%", share * 100)
          { share: share, missed_share: missed, percent: percent,
            text: "If #{percent} of all pieces are weak, #{none_of(count, breaks)} with #{WrongShare.call(missed)}." }
        end

        def none_of(count, breaks)
          return "this one was none of them" if count == 1

          "none was among these #{count} #{breaks == count ? 'broken' : 'pulled'}"
        end
        private_class_method :none_of

        private_class_method :weak

        def proofs(sample, figures)
          breaks = sample.breaks_si
          return [] if breaks.empty?

          WEAK_AT.map { |at| proof(at, figures.up(at * breaks.max), breaks.min, figures) }
        end
        private_class_method :proofs

        def proof(at, load, lowest, figures)
          share = load.value_si / lowest
          { weak_at: at, load: load.to_h, share_of_lowest: share, harmless: share <= HARMLESS_SHARE,
            words: proof_words(at, load, lowest, share, figures) }
        end
        private_class_method :proof

        def proof_words(at, load, lowest, share, figures)
          percent = (at * 100).round
          return "No proof tells pieces of #{percent} % from good ones: it would lie at or above the lowest break." if
            share >= 1

          found = "A proof of every piece at #{load} would find those that bear #{percent} % of the others"
          of_lowest = "#{(share * 100).ceil} % of the lowest break, #{figures.nearest(lowest)}"
          return "#{found}; it is #{of_lowest}, which harms no good piece unless its maker says less." if
            share <= HARMLESS_SHARE

          "#{found}; it is #{of_lowest}: find out first what harms a good piece."
        end
        private_class_method :proof_words
      end
    end
  end
end
