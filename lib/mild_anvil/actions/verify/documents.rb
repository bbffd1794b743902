# frozen_string_literal: true

module MildAnvil
  module Actions
    module Verify
      # Every paper that was drawn: its bytes against their hash, and the hash against the chain of events; and that
      # none is missing.
      module Documents
        KIND = "documents"
        # With what is not told.
        PLACE = { format: nil, signature_count: nil, language: "en", standing: "", address: "" }.freeze
        LEFT = "of which the events say nothing: kept by a version that did not tell them"

        module_function

        # @yield [String, nil]
        def each(&block)
          Store::Models::Statement.order(:id).each do |statement|
            documents = statement.documents
            documents.each { |document| yield wrong(statement, document) }
            missing(statement, documents).each(&block)
          end
        end

        def wrong(statement, document)
          name = "#{document.format.upcase} of #{Statements.name(statement)}"
          if Store::Models::Document.sha256(document.content) != document.sha256
            return "#{name}: its bytes have another hash"
          end

          told = told(statement, document)
          return :left if told.empty?

          "#{name}: the events know of another one" unless told.include?(document.sha256)
        end
        private_class_method :wrong

        # @return [Array<String>] the hashes that were told when it was kept, here or where it was brought from; taken
        #   away, one would be missing in the chain
        def told(statement, document)
          rows = journal(statement)
          same = document.values.slice(*PLACE.keys).transform_keys(&:to_s)
          rows.select { |row| { **PLACE.transform_keys(&:to_s), **row.slice(*same.keys) } == same }
              .map { |row| row["sha256"] }
        end
        private_class_method :told

        # One that was told of was taken away; one that never was is still to be drawn.
        def missing(statement, documents)
          wanted = (1..statement.signatures.size).to_a.product(KeepDocuments::TYPES.keys)
          left = wanted - documents.map { |document| [document.signature_count, document.format] }
          left.map do |count, format|
            place = { format: format, signature_count: count }.transform_keys(&:to_s)
            next :waiting unless journal(statement).any? { |row| row.slice(*place.keys) == place }

            "#{Statements.name(statement)} lacks the #{format.upcase} with " \
              "#{count == 1 ? 'one signature' : "#{count} signatures"}"
          end
        end
        private_class_method :missing

        def journal(statement)
          Store::Journal.about_anywhere(statement, "keep_document").map { |row| JSON.parse(row[:after]) }
        end
        private_class_method :journal
      end
    end
  end
end
