# frozen_string_literal: true

module MildAnvil
  module Actions
    # The terms of a rating as a lot has them, with what somebody wants to try instead, as plain values.
    module InputTerms
      module_function

      # @param facts [LotFacts]
      # @param what_if [Hash] see RatingInputs::WHAT_IF
      # @return [Hash]
      def call(facts, what_if)
        lot = facts.lot
        terms = facts.terms
        factor = what_if[:factor] || terms.design_factor
        { measurand: lot.measurand, rated_quantity: facts.quantity, direction: lot.direction, unit: lot.display_unit,
          coverage: what_if[:coverage] || terms.coverage_share,
          confidence: what_if[:confidence] || terms.confidence_share,
          factor: factor, factor_source: factor_source(terms.design_factor_key, factor),
          school: what_if[:school] || terms.school,
          **marking(lot, terms, what_if), resolution_si: facts.resolution_si, preloaded: facts.preloaded,
          **shared(facts), **remarks(facts), population: Library.population(lot.item_type),
          terms_revision: terms.revision, **demands(lot) }
      end

      CLAIM = %i[id value_si text unit measure kind factor every_piece source direction measurand of_si].freeze
      private_constant :CLAIM

      # @return [Array<Hash>] as Core::Rating::Claim.from_h takes them
      def claims(lot) = lot.claims.map { |row| row.values.slice(*CLAIM) }

      def remarks(facts)
        found = facts.chain.remarks + Packages::UnprovedRemarks.call(facts)
        found.any? ? { chain_remarks: found } : {}
      end
      private_class_method :remarks

      # Computed from the instruments, unless somebody overruled it.
      def shared(facts)
        stated = facts.terms.shared_uncertainty_share
        if stated
          return { shared_uncertainty_share: stated, shared_uncertainty_source: facts.terms.shared_uncertainty_source }
        end

        { shared_uncertainty_share: facts.chain.shared_share,
          shared_uncertainty_source: facts.chain.shared_source }
      end
      private_class_method :shared

      def demands(lot)
        { claims: claims(lot), requirements: lot.requirements.map { |row| requirement(row) },
          borrowed: ScatterLenders.borrowed(lot)&.to_h, reference: reference(lot) }
      end
      private_class_method :demands

      def marking(lot, terms, what_if)
        step, unit = if what_if[:marking_step]
                       what_if.values_at(:marking_step,
                                         :marking_unit)
                     else
                       [terms.marking_step,
                        terms.marking_unit]
                     end
        { marking_step: step&.to_f, marking_unit: unit || lot.display_unit }
      end
      private_class_method :marking

      # The row a factor comes from is named only while the factor lies in its range.
      def factor_source(key, factor)
        return "not chosen" if factor.nil?

        row = key && Library.design_factors.find { |f| f[:key] == key }
        return "chosen for this lot" if row.nil?
        return "#{row[:use]}: #{row[:source]}" if factor.between?(row[:low], row[:high])

        "chosen for this lot, outside #{format('%g', row[:low])} to #{format('%g', row[:high])} of “#{row[:use]}”"
      end
      private_class_method :factor_source

      def requirement(row)
        row.values.slice(:id, :value_si, :text, :unit, :measure, :source, :factor_low, :factor_high, :count)
      end
      private_class_method :requirement

      def reference(lot)
        return unless lot.relative_only && lot.reference_lot

        { name: lot.reference_lot.name, breaks_si: LotFacts.new(lot.reference_lot).sample.breaks_si }
      end
      private_class_method :reference
    end
  end
end
