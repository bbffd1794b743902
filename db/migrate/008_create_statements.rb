# frozen_string_literal: true

# What was computed, keyed by its inputs; what was signed over which bytes; and the bytes that were handed out.
Sequel.migration do
  change do
    create_table(:computations) do
      String :key, size: 64, fixed: true, primary_key: true
      String :rule_version, size: 12, null: false
      foreign_key :lot_id, :lots, null: false
      column :inputs, "longtext", null: false
      column :content, "longtext"
      String :statement_sha256, size: 64, fixed: true, unique: true
      column :failure, "text"
      DateTime :created_at, null: false, size: 6
      DateTime :computed_at, size: 6
      index %i[computed_at created_at]
    end

    create_table(:lot_summaries) do
      foreign_key :lot_id, :lots, primary_key: true
      String :state, size: 20, null: false, index: true
      column :facts, "longtext", null: false
      column :rating, "longtext"
      String :wanted_key, size: 64, fixed: true, null: false, index: true
      String :rating_key, size: 64, fixed: true
      Integer :breaks, null: false, default: 0
      TrueClass :breaks_only, null: false, default: false
      Float :mean_si
      Float :standard_deviation_si
      DateTime :changed_at, null: false, size: 6
    end

    create_table(:statements) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :lot_id, :lots, null: false
      Integer :number, null: false
      column :body, "longtext", null: false
      String :sha256, size: 64, fixed: true, null: false
      String :rule_version, size: 12, null: false
      foreign_key :supersedes_id, :statements, unique: true
      String :revision_reason, size: 400, null: false, default: ""
      column :changes, "longtext", null: false
      String :fewer_reason, size: 400, null: false, default: ""
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      unique %i[lot_id number]
      constraint(:statement_number_above_zero) { number > 0 }
      constraint(:revision_says_why) do
        Sequel.expr(supersedes_id: nil) | (Sequel.function(:char_length, :revision_reason) > 0)
      end
    end

    create_table(:statement_items) do
      foreign_key :statement_id, :statements, null: false
      foreign_key :pull_id, :pulls, null: false
      foreign_key :judgement_id, :judgements
      foreign_key :measurement_id, :measurements
      primary_key %i[statement_id pull_id]
    end

    create_table(:signatures) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :statement_id, :statements, null: false
      foreign_key :person_id, :people, null: false
      column :meaning, "enum('measured','judged','rated','reviewed')", null: false
      String :sha256, size: 64, fixed: true, null: false
      DateTime :created_at, null: false, size: 6
      unique %i[statement_id meaning]
      unique %i[statement_id person_id]
    end

    create_table(:documents) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :statement_id, :statements, null: false
      column :format, "enum('pdf','csv','json')", null: false
      Integer :signature_count, null: false
      String :media_type, size: 80, null: false
      String :sha256, size: 64, fixed: true, null: false
      Integer :byte_count, null: false
      column :content, "mediumblob", null: false
      DateTime :created_at, null: false, size: 6
      unique %i[statement_id format signature_count]
    end
  end
end
