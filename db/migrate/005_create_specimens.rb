# frozen_string_literal: true

# Pieces, the places at which they are pulled, and what each place has carried besides its pulls.
Sequel.migration do
  change do
    create_table(:specimens) do
      primary_key :id
      foreign_key :lot_id, :lots, null: false
      Integer :number, null: false
      String :note, size: 400, null: false, default: ""
      unique %i[lot_id number]
      constraint(:specimen_number_above_zero) { number > 0 }
    end

    create_table(:features) do
      primary_key :id
      foreign_key :specimen_id, :specimens, null: false
      String :name, size: 60, null: false
      unique %i[specimen_id name]
    end

    # Earlier pulls are loads, too: they are asked for beside these rows, never copied into them.
    create_table(:loads) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :feature_id, :features, null: false
      column :source, "enum('planned proof','transport','earlier use')", null: false
      Float :value_si, null: false
      String :text, size: 40, null: false
      String :unit, size: 8, null: false
      DateTime :at, null: false, size: 6
      String :note, size: 400, null: false, default: ""
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      DateTime :withdrawn_at, size: 6
      constraint(:load_above_zero) { value_si > 0 }
    end
  end
end
