# frozen_string_literal: true

module MildAnvil
  module Actions
    # The second signature: a reviewer, who is not the one that rated, has looked at what was signed. Then it is closed.
    module CountersignStatement
      MEANING = "reviewed"

      module_function

      # @param sha256 [String] of the statement that the reviewer saw
      # @return [Store::Models::Statement]
      # @raise [Forbidden] for whoever signed it already; [Conflict] for another text, or a superseded one
      def call(statement_id:, sha256:, person_id:)
        person = People.fetch!(person_id)
        statement = Store::Models::Statement.fetch!(statement_id)
        Store::Database.write do
          lot = Store::Models::Lot.locked!(statement.lot_id)
          statement.refresh
          check!(statement, sha256, person)
          Store::Models::Signature.create(statement_id: statement.id, person_id: person.id, meaning: MEANING,
                                          sha256: sha256)
          Store::Events.record(:countersign_statement, statement, person_id: person.id, lot_id: lot.id,
                                                                  after: { number: statement.number, sha256: sha256 })
          RefreshLot.call(lot)
        end
        statement.refresh.tap { |signed| KeepDocuments.call(signed) }
      end

      def check!(statement, sha256, person)
        statement.frozen_body # refuses a text that is no longer what was signed
        other = "This is not the statement that was signed: load it again"
        raise Conflict.new(other, sha256: statement.sha256) unless statement.sha256 == sha256
        raise Forbidden, "Somebody else than whoever rated reviews a statement" if statement.signatures.any? do |s|
          s.person_id == person.id
        end
        raise Conflict, "Statement #{statement.number} is reviewed already" if statement.reviewed?
        raise Conflict, "Statement #{statement.number} was withdrawn" if statement.withdrawal
        return if statement.superseded_by.nil?

        raise Conflict,
              "Statement #{statement.number} was superseded by #{statement.superseded_by.number}: review that one"
      end
      private_class_method :check!
    end
  end
end
