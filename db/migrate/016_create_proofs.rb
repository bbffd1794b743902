# frozen_string_literal: true

# Procedures of the shop's own, who drives a run, what is told after a pull, and what follows from a proof: quarantine
# of what failed, certificates of what passed.
Sequel.migration do
  up do
    # Turns force into torque, or into pressure.
    alter_table(:benches) do
      add_column :arm_metres, Float
      add_column :piston_square_metres, Float
    end

    # Never changed: a better one is another revision.
    create_table(:procedures) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      String :key, size: 80, null: false
      Integer :revision, null: false
      String :name, size: 120, null: false
      String :about, size: 200, null: false, default: ""
      column :content, "longtext", null: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      DateTime :retired_at, size: 6
      unique %i[key revision]
      constraint(:procedure_is_json) { Sequel.function(:json_valid, :content) }
      constraint(:procedure_revision_above_0) { revision > 0 }
    end

    alter_table(:runs) do
      add_foreign_key :driver_id, :people
      add_column :driver_seen_at, DateTime, size: 6
      add_foreign_key :offered_to_id, :people
    end
    from(:runs).update(driver_id: :person_id)

    create_table(:aftermaths) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :pull_id, :pulls, null: false
      TrueClass :as_expected
      String :next_weakest, size: 120, null: false, default: ""
      column :heat, "enum('none','warm','hot','smoke')"
      TrueClass :stuck
      String :freed, size: 200, null: false, default: ""
      String :usable, size: 200, null: false, default: ""
      Float :minutes
      String :words, size: 400, null: false, default: ""
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      constraint(:aftermath_minutes) { Sequel.expr(minutes: nil) | ((minutes >= 0) & (minutes <= 100_000)) }
      constraint(:aftermath_freed) { Sequel.expr(freed: "") | Sequel.expr(stuck: true) }
    end

    # What a display did that was read: it held the highest, followed the load, or locked when it was steady.
    alter_table(:pulls) { add_column :display_kind, "enum('holds','follows','locks')" }

    # When in a clip it breaks, so that clip and curve are one.
    alter_table(:attachment_links) { add_column :clip_seconds, Float }

    create_table(:quarantines) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :lot_id, :lots, null: false
      foreign_key :run_id, :runs, null: false, unique: true
      String :piece, size: 160, null: false
      String :found, size: 400, null: false
      DateTime :created_at, null: false, size: 6
    end

    create_table(:quarantine_entries) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :quarantine_id, :quarantines, null: false
      column :disposition, "enum('undecided','scrapped','repaired','downgraded','released')", null: false
      String :inspector, size: 120, null: false
      String :cause, size: 400, null: false
      TrueClass :siblings_held, null: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      constraint(:quarantine_inspected) { (char_length(inspector) > 0) & (char_length(cause) > 0) }
    end

    create_table(:loose_gear) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :lot_id, :lots, null: false
      String :name, size: 120, null: false
      String :mark, size: 80, null: false, default: ""
      String :certificate, size: 80, null: false, default: ""
      Date :valid_until
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      DateTime :removed_at, size: 6
    end

    create_table(:proof_certificates) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      String :number, size: 24, null: false, unique: true
      foreign_key :run_id, :runs, null: false
      foreign_key :replaces_id, :proof_certificates, unique: true
      String :witness_name, size: 120, null: false, default: ""
      String :witness_body, size: 160, null: false, default: ""
      String :witness_mark, size: 80, null: false, default: ""
      column :content, "longtext", null: false
      column :document, "longblob", null: false
      String :sha256, size: 64, fixed: true, null: false
      Date :examination_due
      Date :load_test_due
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      constraint(:certificate_is_json) { Sequel.function(:json_valid, :content) }
    end
  end

  down do
    %i[proof_certificates loose_gear quarantine_entries quarantines].each { |table| drop_table(table) }
    alter_table(:attachment_links) { drop_column :clip_seconds }
    alter_table(:pulls) { drop_column :display_kind }
    drop_table(:aftermaths)
    alter_table(:runs) do
      drop_foreign_key :driver_id
      drop_foreign_key :offered_to_id
      drop_column :driver_seen_at
    end
    drop_table(:procedures)
    alter_table(:benches) do
      drop_column :arm_metres
      drop_column :piston_square_metres
    end
  end
end
