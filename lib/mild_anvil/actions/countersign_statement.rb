# frozen_string_literal: true

module MildAnvil
  module Actions
    # The second signature under a statement: a reviewer, who is not the one that rated, has looked at what was signed.
    # Then it is closed.
    module CountersignStatement
      module_function

      # @param sha256 [String] of the statement that the reviewer saw
      # @return [Store::Models::Statement]
      # @raise [Forbidden] for whoever signed it already; [Conflict] for another text, or a superseded one
      def call(statement_id:, sha256:, person_id:)
        Signing::Countersign.call("statement", id: statement_id, sha256: sha256, person_id: person_id) do |row|
          RefreshLot.call(row.lot)
        end
      end
    end
  end
end
