# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # Why a minimum gives no working load limit, whoever chose it.
      #
      # key: :proof, :confidence or :factor; words: a sentence without its point
      NoLimit = Struct.new(:key, :words, keyword_init: true)

      class NoLimit
        # Under which no factor gives one.
        WHATEVER_FACTOR = %w[proof confidence].freeze

        # @param chosen [SchoolResult] that gives the minimum
        # @return [NoLimit, nil] nil where a limit may follow
        def self.for(chosen, sample, terms)
          if sample.count(:break).zero?
            new(key: :proof, words: "No working load limit follows from a proof: it confirms the limit that each " \
                                    "piece was proved for")
          elsif !chosen.sure_enough?(terms)
            new(key: :confidence, words: "No working load limit: #{chosen.name} keeps " \
                                         "#{School.per_cent(chosen.confidence)} confidence at this number, and " \
                                         "#{School.share_text(terms.confidence)} is asked for")
          elsif terms.factor.nil?
            new(key: :factor, words: "No working load limit: no design factor was chosen")
          end
        end
      end
    end
  end
end
