# frozen_string_literal: true

# Packages that were taken in, with the bytes they came as, and what their own events say of what they brought.
Sequel.migration do
  up do
    create_table(:packages) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      String :sha256, size: 64, fixed: true, null: false
      String :name, size: 200, null: false
      String :title, size: 400, null: false, default: ""
      String :installation, size: 26, null: false
      column :outcome, "longtext", null: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
    end

    create_table(:carried_events) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :package_id, :packages, null: false
      foreign_key :lot_id, :lots, index: true
      foreign_key :person_id, :people, null: false
      DateTime :at, null: false, size: 6
      String :action, size: 60, null: false
      String :subject_type, size: 60, null: false
      Integer :subject_id
      String :subject_uid, size: 26, fixed: true
      # The numbers that were hashed: those of where it was written.
      Integer :written_person_id, null: false
      Integer :written_subject_id, null: false
      Integer :written_lot_id
      column :before, "longtext", null: false
      column :after, "longtext", null: false
      String :previous_sha256, size: 64, fixed: true, null: false
      String :sha256, size: 64, fixed: true, null: false
      index %i[subject_type subject_id action]
    end
  end

  down { %i[carried_events packages].each { |table| drop_table(table) } }
end
