# frozen_string_literal: true

# A pull with its recordings; what was found in them by which rules; what a person put beside a finding.
Sequel.migration do
  change do
    create_table(:pulls) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :lot_id, :lots, null: false
      foreign_key :feature_id, :features, null: false
      Integer :number, null: false
      column :kind, "enum('break','proof','check','long')", null: false, default: "break"
      column :state, "enum('planned','armed','recording','interrupted','recorded')", null: false, default: "recorded"
      column :origin, "enum('file','display','readings','nothing read')", null: false
      String :note, size: 400, null: false, default: ""
      DateTime :pulled_at, null: false, size: 6
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      unique %i[lot_id number]
      constraint(:pull_number_above_zero) { number > 0 }
    end

    create_table(:source_files) do
      primary_key :id
      String :name, size: 255, null: false
      String :sha256, size: 64, null: false, fixed: true, index: true
      Bignum :byte_count, null: false
      DateTime :created_at, null: false, size: 6
    end

    create_table(:source_file_chunks) do
      foreign_key :source_file_id, :source_files, null: false
      Integer :position, null: false
      column :content, "mediumblob", null: false
      primary_key %i[source_file_id position]
    end

    # One that was looked at waits for its pull as a draft: no pull yet, and a key that says what it was read from and
    # how.
    create_table(:recordings) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :pull_id, :pulls, unique: true
      foreign_key :source_file_id, :source_files, null: false
      String :draft_key, size: 64, fixed: true, index: true
      Bignum :sample_count, null: false
      Float :start_seconds, null: false
      Float :end_seconds, null: false
      Float :interval_seconds
      String :sha256, size: 64, null: false, fixed: true
      column :reading, "longtext", null: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      constraint(:reading_is_json) { Sequel.function(:json_valid, :reading) }
    end

    create_table(:channels) do
      primary_key :id
      foreign_key :recording_id, :recordings, null: false
      Integer :position, null: false
      String :name, size: 120, null: false
      String :role, size: 20, null: false
      String :unit_read, size: 12
      TrueClass :judged, null: false, default: false
      Float :zero_si, null: false, default: 0.0
      Integer :loading_sign, null: false, default: 1
      Float :step_si
      unique %i[recording_id position]
      constraint(:loading_sign_is_one) { Sequel.expr(loading_sign: [1, -1]) }
    end

    create_table(:chunks) do
      foreign_key :channel_id, :channels, null: false
      Bignum :bin, null: false
      Integer :position, null: false
      Float :first_value
      column :content, "mediumblob", null: false
      primary_key %i[channel_id bin position]
    end

    create_table(:analyses) do
      primary_key :id
      foreign_key :recording_id, :recordings, null: false
      String :rule_version, size: 12, null: false
      column :settings, "longtext", null: false
      DateTime :created_at, null: false, size: 6
      constraint(:settings_are_json) { Sequel.function(:json_valid, :settings) }
    end

    # ordinal: which one of its kind, from 0 in order of time
    create_table(:findings) do
      primary_key :id
      foreign_key :analysis_id, :analyses, null: false
      String :kind, size: 30, null: false
      Integer :ordinal, null: false
      Float :at_seconds
      Float :until_seconds
      Float :value_si
      String :reason, size: 400, null: false
      column :extra, "longtext", null: false
      unique %i[analysis_id kind ordinal]
      constraint(:extra_is_json) { Sequel.function(:json_valid, :extra) }
    end

    create_table(:overrides) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :finding_id, :findings, null: false
      Float :at_seconds
      Float :value_si
      String :text, size: 40
      String :unit, size: 8
      String :reason, size: 400, null: false, default: ""
      foreign_key :undoes_id, :overrides, unique: true
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      constraint(:override_says_something) do
        Sequel.~(at_seconds: nil) | Sequel.~(value_si: nil) | Sequel.~(undoes_id: nil)
      end
    end
  end
end
