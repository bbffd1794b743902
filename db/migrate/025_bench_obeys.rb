# frozen_string_literal: true

# A start is claimed before anybody asks the recorder; what a bench told during a pull; which machine it is; how its
# cell writes numbers; what nothing could be made of.
Sequel.migration do
  states = "enum('claimed','recording','finished','interrupted','refused')"
  up do
    alter_table(:benches) do
      # As it answered *IDN? when somebody last began a pull on it; null: it was not asked yet, or does not say.
      add_column :identity, String, size: 200
      # What a person said of the commas of a cell that writes text.
      add_column :comma, "enum('decimal','thousands')"
    end

    alter_table(:runs) do
      drop_constraint(:run_over_or_not)
      set_column_type :state, states, null: false, default: "claimed"
      add_constraint(:run_over_or_not) { Sequel.expr(state: %w[claimed recording]) =~ Sequel.expr(ended_at: nil) }
      add_column :proof_state, "enum('passed','failed','not_completed')"
      # What was said before and stands in nobody's way.
      add_column :warnings, "longtext"
      # Why its journal became no curve.
      add_column :unkept, String, size: 400
      # Where the bench was told to stop by itself, newtons; the machine that was driven.
      add_column :force_limit_newtons, Float
      add_column :machine, String, size: 200
      add_constraint(:run_warnings_are_json) { Sequel.expr(warnings: nil) | Sequel.function(:json_valid, :warnings) }
    end
    from(:runs).where(proof_passed: true).update(proof_state: "passed")
    from(:runs).where(proof_passed: false).update(proof_state: "failed")

    create_table(:bench_events) do
      primary_key :id
      foreign_key :run_id, :runs, null: false
      Integer :position, null: false
      # The sample that it belongs to, by the bench's own number; null: none came after it.
      column :sample_number, :bigint
      Float :at_seconds, null: false # since the first sample of the run
      String :word, size: 40, null: false
      String :words, size: 200
      index %i[run_id position], unique: true
      constraint(:bench_event_position) { position >= 0 }
    end
  end

  down do
    drop_table(:bench_events)
    from(:runs).where(state: "claimed").update(state: "refused", ended_at: Sequel::CURRENT_TIMESTAMP)
    alter_table(:runs) do
      drop_constraint(:run_warnings_are_json)
      drop_constraint(:run_over_or_not)
      %i[proof_state warnings unkept force_limit_newtons machine].each { |column| drop_column column }
      set_column_type :state, "enum('recording','finished','interrupted','refused')", null: false, default: "recording"
      add_constraint(:run_over_or_not) { Sequel.expr(state: "recording") =~ Sequel.expr(ended_at: nil) }
    end
    alter_table(:benches) do
      drop_column :identity
      drop_column :comma
    end
  end
end
