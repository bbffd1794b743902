# frozen_string_literal: true

module MildAnvil
  module Devices
    module Drivers
      # No answer, or a refusal; code: of the protocol, nil for silence
      class Refused < StandardError
        attr_reader :code

        def initialize(words, code: nil)
          @code = code
          super(words)
        end

        # @return [Boolean] whether nobody knows if it was done
        def silence? = code.nil?
      end
    end
  end
end
