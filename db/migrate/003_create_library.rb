# frozen_string_literal: true

# The shop's own rows beside those that ship with the application, which no table here ever overwrites.
Sequel.migration do
  change do
    create_table(:attachments) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      String :name, size: 255, null: false
      String :media_type, size: 80, null: false
      String :sha256, size: 64, fixed: true, null: false
      Integer :byte_count, null: false
      column :content, "mediumblob", null: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
    end

    create_table(:item_types) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      String :key, size: 40, null: false, unique: true
      String :name, size: 120, null: false
      column :features, "longtext", null: false
      column :parts, "longtext", null: false
      TrueClass :loads_shared, null: false, default: true
      foreign_key :picture_id, :attachments
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      DateTime :retired_at, size: 6
      constraint(:item_features_are_json) { Sequel.function(:json_valid, :features) }
      constraint(:item_parts_are_json) { Sequel.function(:json_valid, :parts) }
    end

    # Where on the sketch, 280 wide and 96 high.
    create_table(:zones) do
      primary_key :id
      foreign_key :item_type_id, :item_types, null: false
      Integer :position, null: false
      String :key, size: 40, null: false
      String :name, size: 80, null: false
      Float :x, null: false
      Float :y, null: false
      unique %i[item_type_id key]
    end

    create_table(:inspection_points) do
      primary_key :id
      foreign_key :item_type_id, :item_types, null: false
      Integer :position, null: false
      String :name, size: 120, null: false
      unique %i[item_type_id name]
    end

    create_table(:design_factors) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      String :key, size: 60, null: false, unique: true
      String :use, size: 160, null: false
      Float :low, null: false
      Float :usual, null: false
      Float :high, null: false
      String :source, size: 200, null: false
      String :note, size: 200, null: false, default: ""
      foreign_key :person_id, :people, null: false
      foreign_key :checked_by_id, :people
      DateTime :checked_at, size: 6
      DateTime :created_at, null: false, size: 6
      DateTime :retired_at, size: 6
      constraint(:factor_in_order) { (low >= 1) & (usual >= low) & (high >= usual) & (high <= 50) }
      constraint(:factor_has_a_source) { char_length(source) > 0 }
    end

    create_table(:proof_rules) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      String :key, size: 60, null: false, unique: true
      String :name, size: 160, null: false
      column :steps, "longtext", null: false
      String :source, size: 200, null: false
      foreign_key :person_id, :people, null: false
      foreign_key :checked_by_id, :people
      DateTime :checked_at, size: 6
      DateTime :created_at, null: false, size: 6
      DateTime :retired_at, size: 6
      constraint(:proof_steps_are_json) { Sequel.function(:json_valid, :steps) }
      constraint(:proof_rule_has_a_source) { char_length(source) > 0 }
    end

    # How one logger's files are read: the choices that a person made once, under a name.
    create_table(:import_profiles) do
      primary_key :id
      String :name, size: 80, null: false, unique: true
      String :signature, size: 40, null: false, index: true
      column :choices, "longtext", null: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      constraint(:profile_choices_are_json) { Sequel.function(:json_valid, :choices) }
    end
  end
end
