# frozen_string_literal: true

module MildAnvil
  module Actions
    # What follows from inputs, computed once, in whatever process, and kept under the hash of the inputs.
    module Computations
      Row = Store::Models::Computation

      module_function

      # @param inputs [Hash] of RatingInputs
      # @return [Row] computed, or waiting for the worker
      def want(inputs, lot_id:)
        key = RatingInputs.key(inputs)
        Row[key] || begin
          row = { key: key, rule_version: Core::Rating::Statement::RULE_VERSION, lot_id: lot_id,
                  inputs: Canonical.text(inputs), created_at: Time.now }
          Store::Database.again { Row.dataset.insert_ignore.insert(row) }
          Row[key]
        end
      end

      # @param row [Row] waiting
      # @return [Row] computed; what cannot be computed says why
      def compute(row)
        return row if row.computed_at

        content = RatingInputs.core(row.frozen_inputs).statement(calibrate: :all).to_h
        finish(row, content: Canonical.text(content),
                    statement_sha256: sha256(row.frozen_inputs, Canonical.plain(content)))
      rescue MildAnvil::Error => e
        finish(row, failure: e.message)
      end

      # @return [String] what is signed: content, inputs and rule version as one text
      def body(inputs, content)
        Canonical.text({ inputs: inputs, content: content, rule_version: content.fetch("rule_version") })
      end

      def sha256(inputs, content) = OpenSSL::Digest::SHA256.hexdigest(body(inputs, content))

      def finish(row, **values)
        Store::Database.again { Row.where(key: row.key, computed_at: nil).update(computed_at: Time.now, **values) }
        row.refresh
      end
      private_class_method :finish
    end
  end
end
