# frozen_string_literal: true

Sequel.migration do
  change do
    create_table(:readers) do
      primary_key :id
      String :name, size: 80, null: false, unique: true
      String :signature, size: 40, null: false, index: true
      column :choices, "json", null: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false
    end

    # place: which one of its kind, from 0 in order of time
    create_table(:finding_overrides) do
      primary_key :id
      foreign_key :curve_id, :curves, null: false
      String :kind, size: 30, null: false
      Integer :place, null: false
      Float :at_seconds
      Float :force_newtons
      String :reason, size: 400, null: false, default: ""
      foreign_key :undoes_id, :finding_overrides, unique: true
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false
    end
  end
end
