# frozen_string_literal: true

Sequel.migration do
  change do
    create_table(:judgements) do
      primary_key :id
      foreign_key :pull_id, :pulls, null: false
      String :counts_as, size: 12
      Float :force_newtons
      Float :upper_newtons
      String :failed_part, size: 40
      String :zone, size: 40
      String :mode, size: 40
      String :reason, size: 400, null: false, default: ""
      foreign_key :undoes_id, :judgements, unique: true
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false
    end

    create_table(:ratings) do
      primary_key :id
      foreign_key :lot_id, :lots, null: false
      Integer :number, null: false
      column :inputs, "json", null: false
      column :statement, "json", null: false
      String :rule_version, size: 12, null: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false
      unique %i[lot_id number]
    end

    create_table(:lot_summaries) do
      foreign_key :lot_id, :lots, primary_key: true
      String :state, size: 20, null: false
      column :content, "json", null: false
      String :rule_version, size: 12, null: false
    end

    create_table(:audit_entries) do
      primary_key :id
      foreign_key :person_id, :people
      String :action, size: 60, null: false
      String :subject_type, size: 40, null: false
      Integer :subject_id, null: false
      column :details, "json", null: false
      DateTime :created_at, null: false
      index %i[subject_type subject_id]
    end
  end
end
