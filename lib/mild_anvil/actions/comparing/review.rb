# frozen_string_literal: true

module MildAnvil
  module Actions
    module Comparing
      # The second signature under a conclusion: a reviewer, who is not the one that concluded.
      module Review
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
            SecondHand.sign(row, sha256, person) do |columns|
              Store::Models::ConclusionSignature.create(conclusion_id: row.id, **columns)
            end
            Store::Events.record(:review_conclusion, row, person_id: person.id, lot_id: row.lot_id,
                                                          after: { number: row.number, sha256: sha256 })
          end
          row.refresh.tap { |signed| Papers.keep(signed) }
        end
      end
    end
  end
end
