# frozen_string_literal: true

# Which earlier lots of the type a lot borrows its scatter from.
Sequel.migration do
  change do
    create_table(:scatter_loans) do
      foreign_key :lot_id, :lots, null: false
      foreign_key :from_lot_id, :lots, null: false
      primary_key %i[lot_id from_lot_id]
      index :from_lot_id
    end
  end
end
