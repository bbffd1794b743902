# frozen_string_literal: true

module MildAnvil
  module Actions
    module Verify
      # Every signature: over the statement that stands there, and told in the chain of events by the same person.
      module Signatures
        KIND = "signatures"
        LEFT = ""
        EVENTS = { "rated" => "sign_statement", "reviewed" => "countersign_statement" }.freeze

        module_function

        # @yield [String, nil]
        def each(&block)
          Store::Models::Statement.order(:id).each do |statement|
            signatures = statement.signatures
            yield "#{Statements.name(statement)} is signed by nobody" if signatures.empty?
            signatures.each { |signature| yield wrong(statement, signature) }
            out_of_order(statement, signatures)&.then(&block)
          end
        end

        def wrong(statement, signature)
          name = "#{signature.meaning} by #{signature.person.name}, #{Statements.name(statement)}"
          return "#{name}: over another text" if signature.sha256 != statement.sha256

          "#{name}: the events know nothing of it" unless told?(statement, signature)
        end
        private_class_method :wrong

        def told?(statement, signature) = !event(statement, signature).nil?
        private_class_method :told?

        def event(statement, signature)
          rows = Store::Journal.about(statement, EVENTS.fetch(signature.meaning, signature.meaning))
          rows.find do |row|
            row[:person_id] == signature.person_id && JSON.parse(row[:after])["sha256"] == signature.sha256
          end
        end
        private_class_method :event

        # What orders acts is the chain, not the clock; where the two differ, a clock was wrong, and that is said.
        def out_of_order(statement, signatures)
          events = signatures.map { |signature| event(statement, signature) }
          return if events.any?(&:nil?) # told already

          places = events.map { |row| row[:id] }
          name = Statements.name(statement)
          return "#{name} was reviewed before it was signed" unless places == places.sort

          return unless signatures.first.created_at > signatures.last.created_at

          "#{name}: by its clock it was reviewed before it was signed"
        end
        private_class_method :out_of_order
      end
    end
  end
end
