# frozen_string_literal: true

module MildAnvil
  module Actions
    # What is asked of a lot: claims and requirements as stated, the terms in force, the studies of its job and the
    # cell it is.
    module ShowAsk
      module_function

      # @param lot [Store::Models::Lot]
      # @param terms [Store::Models::RatingTerms] in force
      # @return [Hash]
      def call(lot, terms = lot.terms)
        { claims: lot.claims.map { |row| claim(row) }, claim_conflicts: conflicts(lot),
          requirements: lot.requirements.map { |row| requirement(row) }, terms: terms(terms),
          studies: lot.job.studies.map { |study| study(study) }, level_ids: lot.study_groups.map(&:level_id) }
      end

      def conflicts(lot)
        Core::Rating::ClaimConflicts.among(InputTerms.claims(lot).map { |row| Core::Rating::Claim.from_h(row) })
      end
      private_class_method :conflicts

      def claim(row)
        row.values.slice(:id, :text, :unit, :measure, :kind, :factor, :of_text, :of_unit, :every_piece, :source,
                         :direction, :measurand)
      end
      private_class_method :claim

      def requirement(row) = row.values.slice(:id, :text, :unit, :measure, :count, :factor_low, :factor_high, :source)
      private_class_method :requirement

      def terms(row)
        step = row.marking_step && { text: plain(row.marking_step), unit: row.marking_unit }
        row.values.slice(:revision, :rated_quantity, :coverage_share, :confidence_share, :design_factor,
                         :design_factor_key, :school,
                         :preloaded, :shared_uncertainty_share, :shared_uncertainty_source)
           .merge(marking_step: step, person: row.person.name, created_at: row.created_at)
      end
      private_class_method :terms

      def plain(number) = number.to_s("F").delete_suffix(".0")
      private_class_method :plain

      # @return [Hash]
      def study(study)
        { id: study.id, name: study.name, factors: study.factors.map { |factor| factor(factor) } }
      end

      def factor(factor)
        { id: factor.id, name: factor.name, kind: factor.kind, unit: factor.unit,
          levels: factor.levels.map { |level| level.values.slice(:id, :name, :value) } }
      end
      private_class_method :factor
    end
  end
end
