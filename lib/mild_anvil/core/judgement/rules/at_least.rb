# frozen_string_literal: true

module MildAnvil
  module Core
    module Judgement
      module Rules
        # Something else ended it, or the cell was at its end: the strength is not below the value that was measured.
        module AtLeast
          extend Rule

          KEY = :at_least
          POSITION = 20
          FAILS = false
          NEEDS_PART = true

          def self.complaints(kase)
            return no_measurement if kase.measurement.nil?
            return {} if kase.measurement.lower_bound? || kase.failed_part.nil? || !kase.rated_part?

            { counts_as: "cannot be at least: the #{kase.failed_part} failed at this value, and that is what the lot " \
                         "rates" }
          end

          def self.values(kase) = [kase.measurement.value_si, nil]
        end
      end
    end
  end
end
