# frozen_string_literal: true

module MildAnvil
  module Actions
    # The terms of a rating as a lot has them, with what somebody wants to try instead.
    module LotTerms
      CHANGEABLE = %i[coverage confidence factor school marking_step simulate].freeze

      module_function

      # @param lot [Store::Models::Lot]
      # @param what_if [Hash] any of CHANGEABLE
      # @param resolution_newtons [Float, nil] the coarsest of the readings
      # @param borrowed [Core::Rating::Borrowed, nil] the scatter of earlier lots
      # @return [Core::Rating::Terms]
      # @raise [InvalidInput] with all fields
      def call(lot, what_if: {}, resolution_newtons: nil, borrowed: nil)
        unit = Catalogue.units.force!(lot.display_unit)
        Core::Rating::Terms.checked(unit: unit, coverage: lot.coverage_share, confidence: lot.confidence_share, factor: lot.design_factor,
                                    factor_source: factor_source(lot, what_if[:factor] || lot.design_factor), school: lot.school, marking_step: lot.marking_step&.to_f,
                                    resolution_newtons: resolution_newtons, shared_uncertainty_share: lot.shared_uncertainty_share,
                                    claim: claim(lot), requirement: requirement(lot), borrowed: borrowed, **what_if.slice(*CHANGEABLE).compact)
      end

      # The row a factor comes from is named only while the factor lies in its range.
      def factor_source(lot, factor)
        row = Catalogue.design_factors.find { |f| f.key == lot.design_factor_key }
        return "chosen for this lot" if row.nil?
        return "#{row.use}: #{row.source}" if factor.between?(row.low, row.high)

        "chosen for this lot, outside #{format('%g', row.low)} to #{format('%g', row.high)} of “#{row.use}”"
      end
      private_class_method :factor_source

      def claim(lot)
        return if lot.claim_newtons.nil?

        Core::Rating::Claim.new(newtons: lot.claim_newtons, measure: (lot.claim_measure || "strength").to_sym, kind: (lot.claim_kind || "unknown").to_sym,
                                factor: lot.claim_factor, every_piece: lot.claim_every_piece, source: lot.claim_source).freeze
      end
      private_class_method :claim

      def requirement(lot)
        return if lot.requirement_newtons.nil?

        Core::Rating::Requirement.new(newtons: lot.requirement_newtons, measure: (lot.requirement_measure || "working_load").to_sym, source: lot.requirement_source,
                                      factor_low: lot.factor_low, factor_high: lot.factor_high).freeze
      end
      private_class_method :requirement
    end
  end
end
