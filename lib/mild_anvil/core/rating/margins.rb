# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # How far the minimum lies above or below one claim and one requirement, in force, per cent and factor.
      #
      # excess: the Figure of it, rounded down; realised_factor: cut, never rounded up.
      Margins = Struct.new(:excess, :excess_share, :realised_factor, :required_si, :band, :meets_requirement,
                           keyword_init: true)

      class Margins
        HUNDREDTHS = 100

        # @param minimum_si [Float] as stated
        # @param limit_si [Float, nil] the working load limit as stated
        # @param claim [Claim, nil] comparable
        # @param requirement [Requirement, nil]
        # @param figures [Quantity::FigureRule]
        # @return [Margins]
        # Method: excess = minimum - claimed strength; realised factor = minimum / working load that is wanted
        def self.of(minimum_si:, limit_si:, claim:, requirement:, figures:)
          excess = claim&.strength_si && (minimum_si - claim.strength_si)
          wanted = wanted_load(claim, requirement)
          realised = wanted && (minimum_si / wanted)
          new(excess: excess && figures.down(excess), excess_share: excess && (excess / claim.strength_si),
              realised_factor: cut(realised),
              required_si: wanted, band: band(realised, requirement),
              meets_requirement: met?(minimum_si, limit_si, requirement)).freeze
        end

        # @return [Float, nil] to hundredths, towards the cautious side
        def self.cut(ratio) = ratio && ((ratio * HUNDREDTHS).floor / HUNDREDTHS.to_f)

        def self.wanted_load(claim, requirement)
          return requirement.value_si if requirement&.load?

          claim.value_si if claim&.measure == :working_load
        end
        private_class_method :wanted_load

        def self.met?(minimum, limit, requirement)
          return if requirement.nil?

          reached = requirement.load? ? limit : minimum
          !reached.nil? && reached >= requirement.value_si
        end
        private_class_method :met?

        # @return [String, nil] "below", "within" or "above" the target band: over-strong is a finding too
        def self.band(realised, requirement)
          low = requirement&.factor_low
          high = requirement&.factor_high
          return if realised.nil? || (low.nil? && high.nil?)
          return "below" if low && realised < low

          high && realised > high ? "above" : "within"
        end
        private_class_method :band

        def to_h
          super.merge(excess: excess&.to_h, realised_factor_text: realised_factor && format("%.2f", realised_factor),
                      excess_share_text: excess_share && share_text(excess_share))
        end

        private

        # Per cent to one place, cut downwards.
        def share_text(share) = format("%+.1f %%", (share * 1000).floor / 10.0)
      end
    end
  end
end
