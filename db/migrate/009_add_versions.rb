# frozen_string_literal: true

# What can be changed says which change of it somebody saw.
Sequel.migration do
  change do
    alter_table(:people) { add_column :version, Integer, null: false, default: 1 }
    alter_table(:pulls) { add_column :version, Integer, null: false, default: 1 }
  end
end
