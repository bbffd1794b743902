# frozen_string_literal: true

module MildAnvil
  module Actions
    # A signed statement as its papers need it: the frozen text, the hands under it, what it supersedes.
    module SignedContent
      MANY = 99

      module_function

      # @param statement [Store::Models::Statement]
      # @param hands [Integer, nil] how many of its signatures; nil: all
      # @return [Hash] inputs, statement (string keys), number, sha256, signatures, revision, fewer_reason
      def call(statement, hands: nil)
        body = statement.frozen_body
        { inputs: body.fetch("inputs"), statement: body.fetch("content"), number: statement.number,
          sha256: statement.sha256,
          fewer_reason: statement.fewer_reason, chain_reason: statement.chain_reason,
          revision: revision(statement), signatures: signatures(statement).first(hands || MANY) }
      end

      # @return [Array<Hash>]
      def signatures(statement)
        statement.signatures.map do |row|
          { person: Signing::Hand.name(row), meaning: row.meaning, at: row.created_at.utc.iso8601 }
        end
      end

      # @return [Hash, nil]
      def revision(statement)
        return if statement.supersedes.nil?

        { supersedes: statement.supersedes.number, reason: statement.revision_reason, changes: statement.changes }
      end
    end
  end
end
