# frozen_string_literal: true

# Whose papers they are; statements that were taken back; papers in several languages, marked as they stand; keys that
# end by themselves and open less.
Sequel.migration do
  up do
    # Only ever added to: a paper says what counted when it was drawn.
    create_table(:laboratories) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      String :name, size: 200, null: false, default: ""
      String :address, size: 400, null: false, default: ""
      column :terms, "text", null: false
      String :language, size: 2, fixed: true, null: false, default: "en"
      String :link, size: 200, null: false, default: ""
      foreign_key :mark_id, :attachments
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
    end

    create_table(:statement_withdrawals) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :statement_id, :statements, null: false, unique: true
      String :reason, size: 400, null: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      constraint(:withdrawal_has_a_reason) { Sequel.function(:char_length, :reason) > 0 }
    end

    alter_table(:documents) do
      add_column :language, String, size: 2, fixed: true, null: false, default: "en"
      add_column :standing, "enum('','superseded','withdrawn')", null: false, default: ""
      add_index %i[statement_id format signature_count language standing], unique: true, name: :documents_drawn_once
      drop_index %i[statement_id format signature_count], name: :statement_id
    end

    alter_table(:tokens) do
      set_column_type :scope, "enum('all','read','calendar')", null: false, default: "all"
      add_column :expires_at, DateTime, size: 6
      add_column :used_at, DateTime, size: 6
    end
  end

  down do
    alter_table(:tokens) do
      drop_column :used_at
      drop_column :expires_at
      set_column_type :scope, "enum('all','calendar')", null: false, default: "all"
    end
    alter_table(:documents) do
      add_index %i[statement_id format signature_count], unique: true, name: :statement_id
      drop_index %i[statement_id format signature_count language standing], name: :documents_drawn_once
      drop_column :standing
      drop_column :language
    end
    %i[statement_withdrawals laboratories].each { |table| drop_table(table) }
  end
end
