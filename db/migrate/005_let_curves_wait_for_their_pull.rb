# frozen_string_literal: true

# A curve that was looked at waits for its pull as a draft: no pull yet, and a key that says what it was read from and how.
Sequel.migration do
  up do
    alter_table(:curves) do
      set_column_allow_null :pull_id
      add_column :draft_key, String, size: 64, fixed: true
      add_column :step_newtons, Float
      add_index :draft_key
    end
  end

  down do
    raise Sequel::Error, "Save or throw away the curves that wait for a pull first" if self[:curves].where(pull_id: nil).any?

    alter_table(:curves) do
      drop_index :draft_key
      drop_column :step_newtons
      drop_column :draft_key
      set_column_not_null :pull_id
    end
  end
end
