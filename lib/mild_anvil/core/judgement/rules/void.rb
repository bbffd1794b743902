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

          def self.complaints(kase)
            kase.reason? ? {} : { reason: "is needed for a void: a cause other than the value" }
          end

          def self.values(kase) = [kase.measurement&.value_si, nil]
        end
      end
    end
  end
end
