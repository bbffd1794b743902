# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # How far people stay from a vessel that is tested with gas.
      #
      # Source: ASME PCC-2, article 501, mandatory appendices II and III: the energy as TNT of 4,266,920 J/kg; the
      # greater of 30 m up to 135.5 MJ, 60 m up to 271 MJ, and R = 20 m/kg^(1/3) · (2 TNT)^(1/3), at which windows
      # break (v). It covers the blast; fragments need a barrier.    Checked: docs/validation.md, section 11
      module Blast
        JOULES_PER_KILOGRAM = 4_266_920.0
        SCALED = 20.0
        LEAST = { 1.355e8 => 30.0, 2.71e8 => 60.0 }.freeze
        # Below half a bar nothing counts as pressure equipment, and the fixed distances do not apply: the blast alone.
        EQUIPMENT_PASCALS = 50_000.0

        module_function

        # @param joules [Float]; @param pascals [Float] above the outside
        # @return [StandOff::Basis]
        def basis(joules, pascals)
          scaled = scaled(joules)
          fixed = pascals > EQUIPMENT_PASCALS ? fixed(joules) : 0.0
          return StandOff::Basis.new(metres: scaled, reason: "the blast: 20 · (2 TNT)^⅓") if scaled >= fixed

          StandOff::Basis.new(metres: fixed, reason: "the least for a test with gas (ASME PCC-2, article 501; " \
                                                     "check the edition in force)")
        end

        # @return [Float] metres
        def scaled(joules) = SCALED * Math.cbrt(2 * joules / JOULES_PER_KILOGRAM)

        def fixed(joules) = LEAST.find { |most, _| joules <= most }&.last || 0.0
        private_class_method :fixed
      end
    end
  end
end
