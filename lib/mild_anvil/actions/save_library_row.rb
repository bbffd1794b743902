# frozen_string_literal: true

module MildAnvil
  module Actions
    # Adds a row of the shop's own to a table of the library, has it checked by a second person, or retires it. Rows
    # are never changed: a
    # better one is another row.
    module SaveLibraryRow
      TABLES = { "design_factors" => Store::Models::DesignFactor, "proof_rules" => Store::Models::ProofRule,
                 "acceptance_templates" => Store::Models::AcceptanceTemplate,
                 "population_shapes" => Store::Models::PopulationShape }.freeze
      KEY_FORM = /[^a-z0-9]+/

      module_function

      # @param table [String] of TABLES
      # @param values [Hash] columns
      # @return [Sequel::Model]
      # @raise [InvalidInput]
      def add(table:, values:, person_id:)
        person = People.fetch!(person_id)
        check!(table, values)
        Store::Database.write do
          name = values[:use] || values[:name] || values[:item_type]
          row = TABLES.fetch(table).create(key: key(name), person_id: person.id, **values)
          Store::Events.record(:"add_#{table}", row, person_id: person.id, after: values)
          row
        end
      end

      # @raise [Forbidden] for whoever added it
      def check(table:, id:, person_id:)
        change(table, id, person_id, :check) do |row, person|
          raise Forbidden, "Somebody else than whoever added it checks a row" if row.person_id == person.id

          row.update(checked_by_id: person.id, checked_at: Time.now)
        end
      end

      def retire(table:, id:, person_id:)
        change(table, id, person_id, :retire) { |row, _| row.update(retired_at: Time.now) }
      end

      def change(table, id, person_id, verb)
        person = People.fetch!(person_id)
        Store::Database.write do
          row = TABLES.fetch(table)[id] || raise(NotFound.new("there is no such row of your own", id: id))
          yield row, person
          Store::Events.record(:"#{verb}_#{table}", row, person_id: person.id)
          row
        end
      end
      private_class_method :change

      def check!(table, values)
        return check_steps!(values[:steps]) if table == "proof_rules"
        return Library.item_type(values[:item_type]) if table == "population_shapes"

        low, usual, high = values.values_at(:low, :usual, :high)
        return if usual.between?(low, high)

        raise InvalidInput.new("A factor's range must hold its usual value",
                               fields: { usual: "must lie from low to high" })
      end
      private_class_method :check!

      # The steps must follow each other without a gap, so that no working load falls between two of them.
      def check_steps!(steps)
        from_nothing = steps.first[:above].zero? && steps.last[:up_to].nil?
        joined = steps.each_cons(2).all? { |a, b| a[:up_to] && a[:up_to] == b[:above] && b[:above] > a[:above] }
        return if from_nothing && joined

        raise InvalidInput.new("The steps must run from 0 without a gap, the last one without an end",
                               fields: { steps: "leave a gap or do not begin at 0" })
      end
      private_class_method :check_steps!

      def key(name)
        "own-#{name.downcase.gsub(KEY_FORM, '-').delete_suffix('-')[0, 40]}-#{ULID.generate[-6..].downcase}"
      end
    end
  end
end
