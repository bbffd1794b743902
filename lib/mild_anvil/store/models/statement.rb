# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What was signed: content, inputs and rule version as one text with its hash. Never changed; a better one
      # supersedes it.
      class Statement < Sequel::Model(:statements)
        include Record

        plugin :serialization, :json, :changes
        many_to_one :lot, class: "MildAnvil::Store::Models::Lot"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :supersedes, class: "MildAnvil::Store::Models::Statement"
        one_to_one :superseded_by, class: "MildAnvil::Store::Models::Statement", key: :supersedes_id
        one_to_one :withdrawal, class: "MildAnvil::Store::Models::StatementWithdrawal", key: :statement_id
        one_to_many :signatures, class: "MildAnvil::Store::Models::Signature", key: :statement_id, order: :id
        one_to_many :documents, class: "MildAnvil::Store::Models::Document", key: :statement_id, order: :id

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no statement #{id}", id: id))

        # @return [Sequel::Dataset] ids of those that rest on any of these pulls
        def self.with_pulls(ids) = db[:statement_items].where(pull_id: ids).select(:statement_id)

        # @return [Hash] inputs, content, rule_version; string keys
        # @raise [Tampered] when the text has another hash than was signed
        def frozen_body
          altered! "its text has another hash" if OpenSSL::Digest::SHA256.hexdigest(body) != sha256
          altered! "a signature is over another text" if signatures.any? { |signature| signature.sha256 != sha256 }

          JSON.parse(body)
        end

        def altered!(why)
          raise Tampered.new("Statement #{number} is not what was signed: #{why}. It is not given out", id: id)
        end
        private :altered!

        # @param rows [Array<Hash>] pull_id, judgement_id, measurement_id that it rests on
        def keep_items(rows) = db[:statement_items].multi_insert(rows.map { |row| row.merge(statement_id: id) })

        def reviewed? = signatures.any? { |signature| signature.meaning == "reviewed" }
      end
    end
  end
end
