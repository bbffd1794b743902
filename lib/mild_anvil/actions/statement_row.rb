# frozen_string_literal: true

module MildAnvil
  module Actions
    # A signed statement as a list shows it.
    module StatementRow
      module_function

      # @param row [Store::Models::Statement]
      # @return [Hash]
      def call(row)
        content = JSON.parse(row.body).fetch("content")
        { id: row.id, uid: row.uid, number: row.number, sha256: row.sha256, rule_version: row.rule_version,
          signatures: SignedContent.signatures(row), reviewed: row.reviewed?, superseded_by: row.superseded_by&.number,
          revision: SignedContent.revision(row), fewer_reason: row.fewer_reason, created_at: row.created_at,
          minimum: content["minimum"], working_load_limit: content["working_load_limit"],
          factor_text: content["factor_text"],
          rated_quantity: content["rated_quantity"], relative_in_words: content.dig("relative", "in_words") }
      end
    end
  end
end
