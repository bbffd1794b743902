# frozen_string_literal: true

Sequel.migration do
  change do
    create_table(:pulls) do
      primary_key :id
      foreign_key :lot_id, :lots, null: false
      foreign_key :feature_id, :features, null: false
      Integer :number, null: false
      String :origin, size: 10, null: false
      Float :peak_newtons, null: false
      TrueClass :peak_is_lower_bound, null: false, default: false
      Float :resolution_newtons
      Float :preload_newtons
      String :typed_text, size: 40
      String :typed_unit, size: 8
      String :note, size: 400, null: false, default: ""
      foreign_key :person_id, :people
      DateTime :pulled_at, null: false
      unique %i[lot_id number]
      constraint(:peak_above_zero) { peak_newtons > 0 }
    end

    create_table(:source_files) do
      primary_key :id
      String :name, size: 255, null: false
      String :sha256, size: 64, null: false, fixed: true, index: true
      Bignum :byte_count, null: false
      DateTime :created_at, null: false
    end

    create_table(:source_file_chunks) do
      foreign_key :source_file_id, :source_files, null: false
      Integer :position, null: false
      column :content, "mediumblob", null: false
      primary_key %i[source_file_id position]
    end

    create_table(:curves) do
      primary_key :id
      foreign_key :pull_id, :pulls, null: false, unique: true
      foreign_key :source_file_id, :source_files, null: false
      Bignum :sample_count, null: false
      Float :start_seconds, null: false
      Float :end_seconds, null: false
      Float :interval_seconds
      Integer :sense, null: false
      Float :offset_newtons, null: false
      String :sha256, size: 64, null: false, fixed: true
      column :reading, "json", null: false
      DateTime :created_at, null: false
    end

    create_table(:channels) do
      primary_key :id
      foreign_key :curve_id, :curves, null: false
      Integer :position, null: false
      String :name, size: 120, null: false
      String :role, size: 20, null: false
      String :unit, size: 12
      TrueClass :main, null: false, default: false
      unique %i[curve_id position]
    end

    create_table(:channel_chunks) do
      foreign_key :channel_id, :channels, null: false
      Bignum :bin, null: false
      Integer :position, null: false
      Float :first_value
      column :content, "mediumblob", null: false
      primary_key %i[channel_id bin position]
    end

    create_table(:findings) do
      primary_key :id
      foreign_key :curve_id, :curves, null: false
      String :kind, size: 30, null: false
      Float :at_seconds
      Float :until_seconds
      Float :force_newtons
      String :because, size: 400, null: false
      column :extra, "json", null: false
      String :rule_version, size: 12, null: false
    end
  end
end
