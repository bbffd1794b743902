# frozen_string_literal: true

module MildAnvil
  module Core
    module Judgement
      module Rules
        # It held, or was read at, one value, and did not reach a higher one.
        module Between
          extend Rule

          KEY = :between
          POSITION = 40
          FAILS = true
          NEEDS_PART = true

          def self.complaints(kase)
            return no_measurement if kase.measurement.nil?

            found = {}
            found[:counts_as] = "cannot be between: #{bound(kase)}, so no upper value is known" if unknown_above?(kase)
            found[:failed_part] = "must be what the lot rates" unless kase.rated_part?
            found[:upper] = upper_complaint(kase)
            found.compact
          end

          def self.unknown_above?(kase) = kase.measurement.lower_bound? && !kase.measurement.read_on_the_way?
          private_class_method :unknown_above?

          def self.upper_complaint(kase)
            return "is needed: the reading that it did not reach" if kase.upper.nil?

            "must be above the value that was read" unless kase.upper.value_si > kase.measurement.value_si
          end
          private_class_method :upper_complaint

          def self.bound(kase) = LowerBound.in_words(kase.measurement.lower_bound_cause)
          private_class_method :bound

          def self.values(kase) = [kase.measurement.value_si, kase.upper.value_si]
        end
      end
    end
  end
end
