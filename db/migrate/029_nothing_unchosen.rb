# frozen_string_literal: true

# A design factor that nobody chose is none.
Sequel.migration do
  up do
    alter_table(:rating_terms) { set_column_allow_null :design_factor }
  end

  down do
    from(:rating_terms).where(design_factor: nil).update(design_factor: 5.0)
    alter_table(:rating_terms) { set_column_not_null :design_factor }
  end
end
