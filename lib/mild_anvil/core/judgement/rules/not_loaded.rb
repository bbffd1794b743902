# frozen_string_literal: true

module MildAnvil
  module Core
    module Judgement
      module Rules
        # No force reached it: as if it had not been pulled.
        module NotLoaded
          extend Rule

          KEY = :not_loaded
          POSITION = 60
          FAILS = false
          NEEDS_PART = false

          def self.complaints(kase)
            kase.reason? ? {} : { reason: "is needed: why no force reached it" }
          end

          def self.values(_kase) = [nil, nil]
        end
      end
    end
  end
end
