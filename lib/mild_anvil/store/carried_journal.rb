# frozen_string_literal: true

module MildAnvil
  module Store
    # The events that go along in a package: what was done here, and what had come with earlier packages, each with the
    # numbers that its hash was made over.
    module CarriedJournal
      COLUMNS = { uid: "string", at: "datetime", person_id: "integer", action: "string", subject_type: "string",
                  subject_uid: "string", lot_id: "integer", before: "string", after: "string",
                  previous_sha256: "string", sha256: "string", sealed: "string", written_person_id: "integer",
                  written_subject_id: "integer", written_lot_id: "integer" }.freeze
      WRITTEN = { person_id: :written_person_id, subject_id: :written_subject_id, lot_id: :written_lot_id }.freeze

      module_function

      # @param lot_ids [Array<Integer>, nil] nil: everything
      # @return [Array<Hash>] of COLUMNS, in order
      def rows(lot_ids, database = Sequel::Model.db)
        here, brought = %i[events carried_events].map do |name|
          found = database[name].order(:id)
          lot_ids ? found.where(lot_id: lot_ids) : found
        end
        [*brought.all, *named(here.all, database)].map { |row| row.slice(*COLUMNS.keys) }
      end

      # @param row [Hash] of COLUMNS
      # @return [Boolean] whether it is what was written
      def sound?(row) = Events.digest({ **row, **WRITTEN.transform_values { |name| row[name] } }) == row[:sha256]

      # @return [Integer, nil] id of what an event is about
      def subject_id(type, uid, database = Sequel::Model.db)
        table = table(type, database)
        table && uid && database[table].where(uid: uid).get(:id)
      end

      # With the uid of what each is about, and its numbers as they were written.
      def named(rows, database)
        uids = rows.group_by { |row| row[:subject_type] }.to_h do |type, some|
          table = table(type, database)
          [type, table ? database[table].where(id: some.map { |row| row[:subject_id] }).select_hash(:id, :uid) : {}]
        end
        rows.map do |row|
          { **row, subject_uid: uids.dig(row[:subject_type], row[:subject_id]),
                   **WRITTEN.to_h { |column, name| [name, row[column]] } }
        end
      end
      private_class_method :named

      def table(type, database)
        model = Models.const_defined?(type) && Models.const_get(type)
        name = model.respond_to?(:table_name) && model.table_name
        name if name && database.schema(name).any? { |column, _| column == :uid }
      end
      private_class_method :table
    end
  end
end
