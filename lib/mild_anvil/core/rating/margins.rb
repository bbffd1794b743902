# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # How far the minimum lies above or below what is claimed and required, in force, per cent and factor.
      Margins = Struct.new(:excess_newtons, :excess_text, :excess_share, :realised_factor, :required_newtons, :band, :meets_requirement, keyword_init: true)

      class Margins
        # @param minimum_newtons [Float] as stated
        # @param limit_newtons [Float] the working load limit as stated
        # @return [Margins]
        # Method: excess = minimum - claimed strength; realised factor = minimum / working load that is wanted
        def self.of(minimum_newtons:, limit_newtons:, terms:, figures:)
          claimed = terms.claim&.strength_newtons
          excess = claimed && (minimum_newtons - claimed)
          wanted = wanted_load(terms)
          realised = wanted && (minimum_newtons / wanted)
          new(excess_newtons: excess, excess_text: excess && figures.down(excess).text, excess_share: excess && (excess / claimed),
              realised_factor: realised && ((realised * 100).floor / 100.0), required_newtons: wanted, band: band(realised, terms.requirement),
              meets_requirement: met?(minimum_newtons, limit_newtons, terms.requirement)).freeze
        end

        def self.wanted_load(terms)
          return terms.requirement.newtons if terms.requirement&.measure == :working_load

          terms.claim.newtons if terms.claim&.measure == :working_load
        end
        private_class_method :wanted_load

        def self.met?(minimum, limit, requirement)
          return if requirement.nil?

          (requirement.measure == :working_load ? limit : minimum) >= requirement.newtons
        end
        private_class_method :met?

        # @return [String, nil] "below", "within" or "above" the target band: over-strong is a finding too
        def self.band(realised, requirement)
          return if realised.nil? || requirement.nil? || (requirement.factor_low.nil? && requirement.factor_high.nil?)
          return "below" if requirement.factor_low && realised < requirement.factor_low

          requirement.factor_high && realised > requirement.factor_high ? "above" : "within"
        end
        private_class_method :band
      end
    end
  end
end
