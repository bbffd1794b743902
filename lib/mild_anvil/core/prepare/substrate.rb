# frozen_string_literal: true

module MildAnvil
  module Core
    module Prepare
      # What an anchor would have held in a substrate of another strength.
      module Substrate
        # How strongly each way of failing follows the strength of the substrate.
        EXPONENTS = { "cone" => 0.5, "splitting" => 0.5, "pulled out" => 0.5, "pull-out" => 0.5, "bond" => 0.3,
                      "side blow-out" => 0.5, "steel" => 0.0, "sheared" => 0.0 }.freeze
        SOURCE = "square root for cones of concrete; other modes to be checked for the product and the code in force"
        WIDEST = 2.0 # beyond so many times the reference nothing is carried over

        module_function

        # @param force [Float] newtons; @param tested [Float], @param reference [Float] strengths, pascals
        # @param mode [String, nil] how it failed
        # @return [Float, nil] newtons; nil where nobody knows how that mode follows the substrate
        # @raise [InvalidInput]
        # Method: F · (f_ref / f_test)^α
        def normalised(force, tested:, reference:, mode:)
          raise InvalidInput, "strengths of a substrate lie above 0" unless tested.positive? && reference.positive?

          exponent = EXPONENTS[mode.to_s.downcase] or return
          return unless (reference / tested).between?(1 / WIDEST, WIDEST)

          force * ((reference / tested)**exponent)
        end
      end
    end
  end
end
