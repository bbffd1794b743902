# frozen_string_literal: true

# Lessons that somebody made, and what practising came to. What is practised lives in jobs of its own purpose.
Sequel.migration do
  up do
    run "ALTER TABLE jobs MODIFY purpose enum('rating','acceptance','comparison','investigation','complaint'," \
        "'demonstration','practice') NOT NULL"

    create_table(:lessons) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      String :title, size: 200, null: false
      column :content, "longtext", null: false
      foreign_key :person_id, :people, null: false
      DateTime :retired_at, size: 6
      DateTime :created_at, null: false, size: 6
      constraint(:lesson_is_json) { Sequel.function(:json_valid, :content) }
    end

    # hidden: the truth, sealed by its hash before anything was pulled.
    create_table(:practice_runs) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      String :lesson_key, size: 80, null: false
      String :title, size: 200, null: false
      foreign_key :lesson_id, :lessons
      foreign_key :lot_id, :lots, null: false, unique: true
      column :hidden, "longtext", null: false
      String :hidden_sha256, size: 64, fixed: true, null: false
      column :answer, "longtext"
      column :result, "longtext"
      Float :score
      foreign_key :person_id, :people, null: false
      DateTime :finished_at, size: 6
      DateTime :created_at, null: false, size: 6
      index %i[lesson_key score]
      index %i[person_id id]
      constraint(:finished_with_an_answer) { Sequel.expr(finished_at: nil) | Sequel.~(result: nil) }
    end
  end

  down do
    %i[practice_runs lessons].each { |table| drop_table(table) }
    run "ALTER TABLE jobs MODIFY purpose enum('rating','acceptance','comparison','investigation','complaint'," \
        "'demonstration') NOT NULL"
  end
end
