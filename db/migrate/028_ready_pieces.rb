# frozen_string_literal: true

# What was to be said of a piece before it was pulled stands on the pull.
Sequel.migration do
  up do
    alter_table(:pulls) do
      add_column :piece_warnings, "longtext"
      add_constraint(:pull_piece_warnings_are_json) do
        Sequel.expr(piece_warnings: nil) | Sequel.function(:json_valid, :piece_warnings)
      end
    end
  end

  down do
    alter_table(:pulls) do
      drop_constraint(:pull_piece_warnings_are_json)
      drop_column :piece_warnings
    end
  end
end
