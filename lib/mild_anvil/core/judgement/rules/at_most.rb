# frozen_string_literal: true

module MildAnvil
  module Core
    module Judgement
      module Rules
        # It failed on the way to, or at less than, a stated value without a reading.
        module AtMost
          extend Rule

          KEY = :at_most
          POSITION = 30
          FAILS = true
          NEEDS_PART = true

          def self.complaints(kase)
            found = {}
            found[:counts_as] = "cannot be at most: a value was read, and it stands" if kase.measurement
            found[:failed_part] = "must be what the lot rates" unless kase.rated_part?
            found[:stated] = "is needed: the value that it failed on the way to" if kase.stated.nil?
            found[:reason] = "is needed: who says that it failed below this value" unless kase.reason?
            found
          end

          def self.values(kase) = [kase.stated.value_si, nil]
        end
      end
    end
  end
end
