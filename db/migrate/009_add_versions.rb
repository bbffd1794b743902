# frozen_string_literal: true

# What can be changed says which change of it somebody saw.
Sequel.migration do
  change do
    %i[people pulls].each do |table|
      alter_table(table) { add_column :version, Integer, null: false, default: 1 }
    end
  end
end
