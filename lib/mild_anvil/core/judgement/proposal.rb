# frozen_string_literal: true

module MildAnvil
  module Core
    module Judgement
      # What a pull should count as, from what failed and from how its value was got. Another choice needs a reason.
      Proposal = Struct.new(:counts_as, :reason, keyword_init: true)

      class Proposal
        # @param measurement [Measurement, nil]
        # @param failed_part [String, nil]
        # @param rated_parts [Array<String>] the parts whose failure is a break of what the lot rates
        # @return [Proposal, nil] nil while nothing can be proposed
        def self.for(measurement:, failed_part:, rated_parts:)
          return at_most(failed_part, rated_parts) if measurement.nil?
          return bounded(measurement, failed_part, rated_parts) if measurement.lower_bound?
          return if failed_part.nil?
          if rated_parts.include?(failed_part)
            return new(counts_as: :break,
                       reason: "the #{failed_part} failed, and that is what the lot rates")
          end

          new(counts_as: :at_least, reason: ended_by(failed_part)).freeze
        end

        def self.at_most(failed_part, rated_parts)
          return unless rated_parts.include?(failed_part)

          new(counts_as: :at_most, reason: "it failed and nothing was read").freeze
        end
        private_class_method :at_most

        def self.bounded(measurement, failed_part, rated_parts)
          if measurement.read_on_the_way? && (failed_part.nil? || rated_parts.include?(failed_part))
            return new(counts_as: :between, reason: "it failed after the last reading").freeze
          end

          new(counts_as: :at_least, reason: LowerBound.in_words(measurement.lower_bound_cause)).freeze
        end
        private_class_method :bounded

        def self.ended_by(part)
          return "nothing failed: it was stopped" if part == "nothing"

          "the #{part} failed, and the lot does not rate it"
        end
        private_class_method :ended_by
      end
    end
  end
end
