# frozen_string_literal: true

module MildAnvil
  module Core
    module Judgement
      module Rules
        # A cause other than the value was found: it counts for nothing and stays drawn.
        module Void
          extend Rule

          KEY = :void
          POSITION = 50
          FAILS = false
          NEEDS_PART = false

          # What says no more than that the value is not liked.
          VALUE_ALONE = /\A\W*(it\s+(is|was|looks)\s+)?((far|much|a bit|way)\s+)?((too|very|so|an?)\s+)?
                         (low|lower|high|higher|weak|strong|small|large|off|odd|wrong|outlier|bad\s+value)\W*\z/ix

          def self.complaints(kase)
            return { reason: "is needed for a void: a cause other than the value" } unless kase.reason?
            return {} unless VALUE_ALONE.match?(kase.reason.to_s)

            { reason: "“#{kase.reason.strip}” is the value itself: a void needs a cause other than the value" }
          end

          def self.values(kase) = [kase.measurement&.value_si, nil]
        end
      end
    end
  end
end
