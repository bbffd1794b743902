# frozen_string_literal: true

module MildAnvil
  module Actions
    # Freezes a rating: the pulls with what each counted as, the terms, the statement and the version of the rules.
    module SignRating
      module_function

      # @return [Store::Models::SignedRating]
      # @raise [InsufficientData] when there is no minimum to sign
      def call(lot_id:, person_id:, what_if: {})
        Store::Database.write do
          person = People.fetch!(person_id)
          lot = Store::Models::Lot.locked!(lot_id)
          rated = RateLot.of(lot, what_if: what_if.merge(simulate: true))
          raise InsufficientData, "There is no minimum to sign: #{rated.statement.recommendation.because}" if rated.statement.minimum.nil?

          adopt(lot, rated.statement)
          number = (Store::Models::SignedRating.where(lot_id: lot.id).max(:number) || 0) + 1
          signed = Store::Models::SignedRating.create(lot_id: lot.id, number: number, person_id: person.id, inputs: RatingInputs.call(rated), statement: rated.statement.to_h,
                                                      rule_version: Core::Rating::Statement::RULE_VERSION, created_at: Time.now)
          Audit.record(:sign_rating, signed, person_id: person.id, number: number)
          RefreshLot.call(lot)
          signed
        end
      end

      # What was tried out and signed is from now on the lot's own.
      def adopt(lot, statement)
        terms = statement.terms
        lot.update(design_factor: terms.factor, coverage_share: terms.coverage, confidence_share: terms.confidence, school: terms.school&.to_s,
                   marking_step: terms.marking_step, version: lot.version + 1)
      end
      private_class_method :adopt
    end
  end
end
