# frozen_string_literal: true

# Pulls that are run on a bench: where the bench answers, what was to be done, what came of every step.
Sequel.migration do
  up do
    # host:port, or "simulated" for the bench that ships with the application; null: nothing drives it
    alter_table(:benches) { add_column :address, String, size: 120 }
    alter_table(:pulls) do
      set_column_type :origin, "enum('file','display','readings','nothing read','bench')", null: false
    end

    create_table(:runs) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :lot_id, :lots, null: false
      foreign_key :bench_id, :benches, null: false
      foreign_key :instrument_id, :instruments
      foreign_key :pull_id, :pulls, unique: true
      Integer :specimen_number
      String :feature_name, size: 60
      column :state, "enum('recording','finished','interrupted','refused')", null: false, default: "recording"
      String :ended, size: 120
      column :procedure, "longtext", null: false
      column :checklist, "longtext", null: false
      String :overruled_reason, size: 400
      column :overruled, "longtext", null: false
      column :results, "longtext"
      TrueClass :proof_passed
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      DateTime :ended_at, size: 6
      DateTime :seen_at, size: 6
      index %i[bench_id state]
      index %i[lot_id created_at]
      %i[procedure checklist overruled].each do |column|
        constraint(:"run_#{column}_is_json") { Sequel.function(:json_valid, column) }
      end
      constraint(:run_results_are_json) { Sequel.expr(results: nil) | Sequel.function(:json_valid, :results) }
      constraint(:run_overruled_why) { Sequel.expr(overruled: "[]") | Sequel.~(overruled_reason: nil) }
      constraint(:run_over_or_not) { Sequel.expr(state: "recording") =~ Sequel.expr(ended_at: nil) }
    end
  end

  down do
    drop_table(:runs)
    alter_table(:pulls) { set_column_type :origin, "enum('file','display','readings','nothing read')", null: false }
    alter_table(:benches) { drop_column :address }
  end
end
