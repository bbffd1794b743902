# frozen_string_literal: true

module MildAnvil
  module Core
    module Judgement
      module Rules
        # It failed at the value that was measured.
        module Break
          extend Rule

          KEY = :break
          POSITION = 10
          FAILS = true
          NEEDS_PART = true

          def self.complaints(kase)
            return no_measurement if kase.measurement.nil?
            if kase.measurement.lower_bound? && !kase.measurement.typed_at_its_end?
              return { counts_as: "cannot be break: #{bound(kase)}, so the value is a lower bound" }
            end
            return {} if kase.rated_part?

            { counts_as: "cannot be break: #{Proposal.for(**kase.to_h.slice(:measurement, :failed_part,
                                                                            :rated_parts)).reason}; " \
                         "count it as “at least”" }
          end

          def self.bound(kase) = LowerBound.in_words(kase.measurement.lower_bound_cause)
          private_class_method :bound

          def self.values(kase) = [kase.measurement.value_si, nil]
        end
      end
    end
  end
end
