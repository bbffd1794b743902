# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      module Schools
        # Every break at or above the claim; on one below, more are pulled and all of them must hold. For incoming inspection.
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

          # Method: accepted when all hold, or when each one below is made up for by m more that all hold. A lot of which a
          # share q is weak is accepted with (1-q)^n, and with the repeat Σ C(n,f) q^f (1-q)^(n-f) (1-q)^(m f), f up to 1.
          def self.value(sample, terms)
            claimed = terms.claim&.strength_newtons or raise InsufficientData, "no strength is claimed"
            below = below(sample, claimed)
            raise InsufficientData.new("nothing has been pulled yet", breaks: 0) if sample.count.zero?

            working = { n: sample.count, below: below, accepted_share: chance(sample.count, repeat: false), accepted_with_repeat_share: chance(sample.count, repeat: true), weak_share: WEAK_SHARE }
            raise InsufficientData.new("#{below} of #{sample.count} lie below the claim: pull #{MORE_PER_FAILURE * below} more, and all of them must hold", working: working) if below.positive?

            School::Value.new(newtons: claimed, working: working, in_words: words(working))
          end

          def self.below(sample, claimed)
            sample.counted.count { |o| { break: o.force_newtons, at_most: o.force_newtons, between: o.upper_newtons, at_least: Float::INFINITY }.fetch(o.counts_as) < claimed }
          end
          private_class_method :below

          def self.chance(count, repeat:)
            good = 1 - WEAK_SHARE
            all = good**count
            repeat ? all + (count * WEAK_SHARE * (good**(count - 1)) * (good**MORE_PER_FAILURE)) : all
          end
          private_class_method :chance

          def self.words(working)
            "All #{working[:n]} hold it. A lot with #{share_text(WEAK_SHARE)} weak pieces is accepted so with #{per_cent(working[:accepted_share])}, with the repeat rule with #{per_cent(working[:accepted_with_repeat_share])}"
          end
          private_class_method :words
        end
      end
    end
  end
end
