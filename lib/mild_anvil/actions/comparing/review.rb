# frozen_string_literal: true

module MildAnvil
  module Actions
    module Comparing
      # The second signature under a conclusion: a reviewer, who is not the one that concluded.
      module Review
        MEANING = "reviewed"

        module_function

        # @param sha256 [String] of the conclusion that the reviewer saw
        # @return [Store::Models::Conclusion]
        # @raise [Forbidden, Conflict, Tampered]
        def call(id:, sha256:, person_id:)
          person = People.fetch!(person_id)
          row = Store::Models::Conclusion.fetch!(id)
          Store::Database.write do
            Store::Models::Lot.locked!(row.lot_id)
            row.refresh
            check!(row, sha256, person)
            Store::Models::ConclusionSignature.create(conclusion_id: row.id, person_id: person.id, meaning: MEANING,
                                                      sha256: sha256)
            Store::Events.record(:review_conclusion, row, person_id: person.id, lot_id: row.lot_id,
                                                          after: { number: row.number, sha256: sha256 })
          end
          row.refresh.tap { |signed| Papers.keep(signed) }
        end

        def check!(row, sha256, person)
          row.frozen_body
          raise Conflict, "This is not the conclusion that was signed: load it again" unless row.sha256 == sha256
          raise Conflict, "Conclusion #{row.number} is reviewed already" if row.reviewed?
          return if row.signatures.none? { |s| s.person_id == person.id }

          raise Forbidden, "Somebody else than whoever concluded reviews it"
        end
        private_class_method :check!
      end
    end
  end
end
