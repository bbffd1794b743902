# frozen_string_literal: true

# Who did what, append-only, each chained to the one before by its hash; the tail says where the chain ends.
Sequel.migration do
  change do
    create_table(:events) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      DateTime :at, null: false, size: 6
      foreign_key :person_id, :people, null: false
      String :action, size: 60, null: false
      String :subject_type, size: 40, null: false
      Integer :subject_id, null: false
      Integer :lot_id, index: true
      column :before, "longtext", null: false
      column :after, "longtext", null: false
      String :previous_sha256, size: 64, fixed: true, null: false
      String :sha256, size: 64, fixed: true, null: false, unique: true
      index %i[subject_type subject_id]
      constraint(:event_before_is_json) { Sequel.function(:json_valid, :before) }
      constraint(:event_after_is_json) { Sequel.function(:json_valid, :after) }
    end

    create_table(:event_tails) do
      Integer :id, primary_key: true
      Integer :event_id
      String :sha256, size: 64, fixed: true, null: false
    end

    # Answers that were given to a once-only key: the same request again gets the same answer.
    create_table(:once_keys) do
      String :key, size: 64, null: false
      foreign_key :person_id, :people, null: false
      String :action, size: 60, null: false
      String :request_sha256, size: 64, fixed: true, null: false
      Integer :subject_id
      DateTime :created_at, null: false, size: 6
      primary_key %i[person_id key]
    end
  end
end
