# frozen_string_literal: true

module MildAnvil
  module Actions
    # A signed statement as a list shows it.
    module StatementRow
      module_function

      # @param row [Store::Models::Statement]
      # @return [Hash]
      def call(row)
        content, altered = content(row)
        { id: row.id, uid: row.uid, number: row.number, sha256: row.sha256, rule_version: row.rule_version,
          signatures: SignedContent.signatures(row), reviewed: row.reviewed?, superseded_by: row.superseded_by&.number,
          revision: SignedContent.revision(row), fewer_reason: row.fewer_reason, chain_reason: row.chain_reason,
          created_at: row.created_at,
          minimum: content["minimum"], working_load_limit: content["working_load_limit"],
          factor_text: content["factor_text"],
          rated_quantity: content["rated_quantity"], relative_in_words: content.dig("relative", "in_words"),
          altered: altered, withdrawn: withdrawn(row.withdrawal) }
      end

      def withdrawn(row) = row && { reason: row.reason, person: Signing::Hand.name(row), at: row.created_at }
      private_class_method :withdrawn

      # No figure of a statement that is not what was signed; what is wrong with it instead.
      def content(row)
        [row.frozen_body.fetch("content"), nil]
      rescue Tampered => e
        [{ "factor_text" => "", "rated_quantity" => "peak" }, e.message]
      end
      private_class_method :content
    end
  end
end
