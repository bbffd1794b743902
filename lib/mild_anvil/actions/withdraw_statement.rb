# frozen_string_literal: true

module MildAnvil
  module Actions
    # Takes a signed statement back: from then on its papers say so. What was signed stays as it was.
    module WithdrawStatement
      module_function

      # @param sha256 [String] of the statement that was seen
      # @return [Store::Models::Statement]
      # @raise [InvalidInput] without a reason; [Conflict] for another text, or one that counts no longer
      def call(statement_id:, sha256:, reason:, person_id:)
        person = People.fetch!(person_id)
        statement = Store::Models::Statement.fetch!(statement_id)
        words = reason.to_s.strip
        raise InvalidInput.new("Say why it counts no longer", fields: { reason: "is missing" }) if words.empty?

        Store::Database.write do
          Store::Models::Lot.locked!(statement.lot_id)
          statement.refresh
          next if stands?(statement, sha256, words, person)

          check!(statement, sha256)
          Store::Models::StatementWithdrawal.create(statement_id: statement.id, reason: words,
                                                    **hand(statement, words, person))
          Store::Events.record(:withdraw_statement, statement, person_id: person.id, lot_id: statement.lot_id,
                                                               after: { number: statement.number, reason: words })
          RefreshLot.call(statement.lot)
        end
        statement.refresh
      end

      # The same act again is the same answer.
      def stands?(statement, sha256, words, person)
        done = statement.withdrawal
        statement.sha256 == sha256 && done && done.person_id == person.id && done.reason == words
      end
      private_class_method :stands?

      def hand(statement, words, person)
        Signing::Hand.columns(person, "withdrawn", "withdrawal", name: statement.about, number: statement.number,
                                                                 statement: statement.uid,
                                                                 text_sha256: statement.sha256, reason: words)
      end
      private_class_method :hand

      def check!(statement, sha256)
        unless statement.sha256 == sha256
          raise Conflict.new("This is not the statement that was signed: load it again", sha256: statement.sha256)
        end

        standing = Papers::Standing.of(statement)
        raise Conflict, "Statement #{statement.number} is #{standing} already" unless standing.empty?
      end
      private_class_method :check!
    end
  end
end
