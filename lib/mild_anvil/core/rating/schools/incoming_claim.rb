# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      module Schools
        # Every break at or above the claim; on one below, more are pulled and all of them must hold. For incoming
        # inspection.
        module IncomingClaim
          extend School

          KEY = :incoming_claim
          NAME = "Claim check"
          POSITION = 95
          MINIMUM = false
          ASSUMPTION = "The pieces were drawn at random from what was delivered; no shape is assumed."
          WEAKNESS = "It accepts many a lot of which some pieces are weaker than claimed; a repeat accepts still more."
          MORE_PER_FAILURE = 2
          WEAK_SHARE = 0.05

          # Method: accepted when all hold, or when each one below is made up for by m more that all hold. A lot of
          # which a
          # share q is weak is accepted with (1-q)^n, and with the repeat Σ C(n,f) q^f (1-q)^(n-f) (1-q)^(m f), f up to
          # 1.
          def self.value(sample, terms)
            claimed = comparable(terms)&.strength_si or raise InsufficientData,
                                                              "no strength is claimed that can be compared"
            raise InsufficientData.new("nothing has been pulled yet", breaks: 0) if sample.count.zero?

            working = working(sample, claimed)
            refuse_if_open!(sample, claimed, working)
            refuse_if_below!(working)
            School::Value.new(value_si: claimed, working: working, in_words: words(working))
          end

          def self.comparable(terms) = terms.claims.find { |claim| claim.not_comparable(terms).nil? }
          private_class_method :comparable

          def self.working(sample, claimed)
            { n: sample.count, below: below(sample, claimed), accepted_share: chance(sample.count, repeat: false),
              accepted_with_repeat_share: chance(sample.count, repeat: true), weak_share: WEAK_SHARE }
          end
          private_class_method :working

          # What ended below the claim without a failure says nothing about it.
          def self.refuse_if_open!(sample, claimed, working)
            open = sample.counted.count { |o| o.counts_as == :at_least && o.value_si < claimed }
            return if open.zero?

            raise InsufficientData.new("#{open} ended below the claim without a failure: " \
                                       "#{open == 1 ? 'it decides' : 'they decide'} nothing",
                                       working: working)
          end
          private_class_method :refuse_if_open!

          def self.refuse_if_below!(working)
            below = working[:below]
            return if below.zero?

            raise InsufficientData.new("#{below} of #{working[:n]} lie below the claim: pull " \
                                       "#{MORE_PER_FAILURE * below} more, and all of " \
                                       "them must hold", working: working)
          end
          private_class_method :refuse_if_below!

          def self.below(sample, claimed)
            sample.counted.count { |o| (failed_by(o) || Float::INFINITY) < claimed }
          end
          private_class_method :below

          def self.failed_by(observation)
            { break: observation.value_si, at_most: observation.value_si,
              between: observation.upper_si }[observation.counts_as]
          end
          private_class_method :failed_by

          def self.chance(count, repeat:)
            good = 1 - WEAK_SHARE
            all = good**count
            repeat ? all + (count * WEAK_SHARE * (good**(count - 1)) * (good**MORE_PER_FAILURE)) : all
          end
          private_class_method :chance

          def self.words(working)
            once, again = working.values_at(:accepted_share, :accepted_with_repeat_share).map do |share|
              per_cent(share)
            end
            "All #{working[:n]} hold it. A lot with #{share_text(WEAK_SHARE)} weak pieces is accepted so " \
              "with #{once}, with the repeat rule with #{again}"
          end
          private_class_method :words
        end
      end
    end
  end
end
