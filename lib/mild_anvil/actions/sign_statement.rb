# frozen_string_literal: true

module MildAnvil
  module Actions
    # Signs what a person saw: the statement with that hash, and no other. Frozen from then on; a later one supersedes
    # it.
    module SignStatement
      MEANING = "rated"

      module_function

      # @param sha256 [String] of the statement on the screen
      # @param fewer_reason [String] why fewer pulls than planned are enough
      # @param chain_reason [String] why it is rated though a reading cannot be trusted as it is
      # @param revision_reason [String] why an earlier statement is superseded
      # @return [Store::Models::Statement]
      # @raise [Conflict] naming what changed since it was seen
      # @raise [InvalidInput] with every reason why it cannot be signed
      def call(lot_id:, sha256:, person_id:, fewer_reason: "", revision_reason: "", chain_reason: "",
               once_key: nil)
        person = People.fetch!(person_id)
        reasons = { fewer_reason: fewer_reason, revision_reason: revision_reason,
                    chain_reason: chain_reason }.transform_values { |words| words.to_s.strip }
        request = { lot: lot_id, sha256: sha256, **reasons }
        id = OnceOnly.call(once_key, person_id: person.id, action: :sign_statement, request: request) do
          sign(Store::Models::Lot.locked!(lot_id), sha256, person, reasons).id
        end
        Store::Models::Statement.fetch!(id).tap { |statement| Signing::Drawing.draw(statement) }
      end

      def sign(lot, sha256, person, reasons)
        seen = Store::Models::Computation.first(statement_sha256: sha256, lot_id: lot.id) || raise(unknown)
        inputs = seen.frozen_inputs
        current!(lot, inputs)
        unaltered!(lot)
        previous = Store::Models::Statement.where(lot_id: lot.id).order(:number).last
        Signable.check!(lot, inputs, seen.statement, previous, sha256, reasons)
        statement = freeze!(lot, seen, previous, person, reasons)
        Store::Events.record(:sign_statement, statement, person_id: person.id, lot_id: lot.id,
                                                         after: { number: statement.number, sha256: sha256, **reasons })
        RefreshLot.call(lot)
        statement
      end
      private_class_method :sign

      def unaltered!(lot)
        found = AlteredRows.of(lot)
        return if found.empty?

        raise InvalidInput.new("Not signed. What it rests on was altered behind the application's back: " \
                               "#{found.first(3).join(', ')}", fields: { lot: "was altered" })
      end
      private_class_method :unaltered!

      def unknown
        Conflict.new("What was to be signed is not known here, or was computed by other rules: look at the rating " \
                     "again")
      end
      private_class_method :unknown

      # The facts must be those that were seen; the terms are those that were tried.
      def current!(lot, inputs)
        changed = StatementChanges.between(inputs, RatingInputs.call(facts(lot, inputs)), terms: false)
        return if changed.empty?

        raise Conflict.new("Not signed: #{changed.join('; ')}. Look at the rating as it is now, then sign",
                           changed: changed)
      end
      private_class_method :current!

      def facts(lot, inputs)
        tried = inputs["terms"].slice("rated_quantity", "preloaded").transform_keys(&:to_sym)
        LotFacts.new(lot, what_if: tried)
      end
      private_class_method :facts

      def freeze!(lot, seen, previous, person, reasons)
        inputs = seen.frozen_inputs
        content = seen.statement
        changes = previous ? StatementChanges.between(previous.frozen_body.fetch("inputs"), inputs) : []
        statement = Store::Models::Statement.create(
          lot_id: lot.id, number: (previous&.number || 0) + 1, body: Computations.body(inputs, content),
          sha256: seen.statement_sha256,
          rule_version: seen.rule_version, supersedes_id: previous&.id, changes: changes, person_id: person.id,
          fewer_reason: reasons[:fewer_reason], chain_reason: reasons[:chain_reason],
          revision_reason: previous ? reasons[:revision_reason] : ""
        )
        keep_items(statement, inputs)
        Signing::Countersign.first("statement", statement, person, MEANING)
        statement
      end
      private_class_method :freeze!

      def keep_items(statement, inputs)
        rows = inputs["pulls"].map do |pull|
          { pull_id: pull["id"], judgement_id: pull.dig("judgement", "id"),
            measurement_id: pull.dig("judgement", "measurement", "id") }
        end
        statement.keep_items(rows)
      end
      private_class_method :keep_items
    end
  end
end
