# frozen_string_literal: true

# How surely a finding holds, and what lowers that. Findings by earlier rules did not say it.
Sequel.migration do
  change do
    alter_table(:findings) do
      add_column :confidence, String, size: 8
      add_column :doubt, String, size: 400
      add_constraint(:known_confidence, Sequel.expr(confidence: nil) | Sequel.expr(confidence: %w[sure likely look]))
    end
  end
end
