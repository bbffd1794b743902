# frozen_string_literal: true

# A job holds lots; a lot may be a cell of a study. Claims and requirements are as somebody said them; terms are
# revisions.
Sequel.migration do
  change do
    create_table(:jobs) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      String :customer, size: 160, null: false
      String :title, size: 160, null: false
      column :purpose, "enum('rating','acceptance','comparison','investigation','complaint','demonstration')",
             null: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
    end

    create_table(:studies) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :job_id, :jobs, null: false
      String :name, size: 160, null: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      unique %i[job_id name]
    end

    create_table(:factors) do
      primary_key :id
      foreign_key :study_id, :studies, null: false
      Integer :position, null: false
      String :name, size: 80, null: false
      column :kind, "enum('nominal','quantity','order_of_steps')", null: false
      String :unit, size: 20
      unique %i[study_id name]
    end

    create_table(:levels) do
      primary_key :id
      foreign_key :factor_id, :factors, null: false
      Integer :position, null: false
      String :name, size: 120, null: false
      Float :value
      unique %i[factor_id name]
    end

    create_table(:lots) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :job_id, :jobs, null: false
      String :name, size: 160, null: false
      String :item_type, size: 40, null: false
      String :material, size: 200, null: false, default: ""
      String :maker, size: 200, null: false, default: ""
      column :differs_from_use, "text", null: false
      column :direction, "enum('tension','compression','shear','torsion','bending','peel','pressure','combined')",
             null: false, default: "tension"
      String :configuration, size: 120, null: false, default: "straight"
      String :item_condition, size: 120, null: false, default: "new"
      column :setup_class, "enum('code','in-house','improvised')", null: false, default: "in-house"
      column :measurand, "enum('force','torque','pressure','force_per_width','stress','moment','energy','displacement" \
                         "','cycles')",
             null: false, default: "force"
      String :display_unit, size: 8, null: false, default: "kN"
      column :rated_parts, "longtext", null: false
      Integer :specimens_planned
      TrueClass :relative_only, null: false, default: false
      foreign_key :reference_lot_id, :lots
      Integer :version, null: false, default: 1
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      index %i[item_type direction measurand]
      constraint(:lot_has_a_name) { char_length(name) > 0 }
      constraint(:planned_above_zero) { (specimens_planned > 0) | Sequel.expr(specimens_planned: nil) }
      constraint(:rated_parts_are_json) { Sequel.function(:json_valid, :rated_parts) }
      constraint(:relative_to_something) { Sequel.expr(relative_only: false) | Sequel.~(reference_lot_id: nil) }
    end

    create_table(:study_groups) do
      foreign_key :lot_id, :lots, null: false
      foreign_key :factor_id, :factors, null: false
      foreign_key :level_id, :levels, null: false
      primary_key %i[lot_id factor_id]
    end

    create_table(:claims) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :lot_id, :lots, null: false
      Float :value_si, null: false
      String :text, size: 40, null: false
      String :unit, size: 8, null: false
      column :measure, "enum('strength','working_load','share')", null: false
      column :kind, "enum('minimum','average','typical','unknown')", null: false
      Float :factor
      Float :of_si
      String :of_text, size: 40
      String :of_unit, size: 8
      TrueClass :every_piece, null: false, default: false
      column :direction, "enum('tension','compression','shear','torsion','bending','peel','pressure','combined')",
             null: false
      column :measurand, "enum('force','torque','pressure','force_per_width','stress','moment','energy','displacement" \
                         "','cycles')",
             null: false
      String :source, size: 200, null: false, default: ""
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      DateTime :withdrawn_at, size: 6
      constraint(:claim_above_zero) { value_si > 0 }
      constraint(:claim_factor_range) { Sequel.expr(factor: nil) | ((factor >= 1) & (factor <= 50)) }
      constraint(:claim_of_above_zero) { Sequel.expr(of_si: nil) | (of_si > 0) }
    end

    create_table(:requirements) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :lot_id, :lots, null: false
      Float :value_si, null: false
      String :text, size: 40, null: false
      String :unit, size: 8, null: false
      column :measure, "enum('working_load','strength','service')", null: false
      Integer :count
      Float :factor_low
      Float :factor_high
      String :source, size: 200, null: false, default: ""
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      DateTime :withdrawn_at, size: 6
      constraint(:requirement_above_zero) { value_si > 0 }
      constraint(:requirement_band) do
        Sequel.expr(factor_low: nil) | Sequel.expr(factor_high: nil) | (factor_high >= factor_low)
      end
    end

    create_table(:rating_terms) do
      primary_key :id
      foreign_key :lot_id, :lots, null: false
      Integer :revision, null: false
      column :rated_quantity, "enum('peak','first_failure','yield','residual','energy','cycles','travel')", null: false
      Float :coverage_share, null: false
      Float :confidence_share, null: false
      Float :design_factor, null: false
      String :design_factor_key, size: 60
      BigDecimal :marking_step, size: [14, 6]
      String :marking_unit, size: 8
      String :school, size: 40
      column :preloaded, "enum('count','leave_out')", null: false, default: "count"
      Float :shared_uncertainty_share, null: false, default: 0.0
      String :shared_uncertainty_source, size: 200
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      unique %i[lot_id revision]
      constraint(:terms_shares) do
        (coverage_share >= 0.5) & (coverage_share < 1) & (confidence_share >= 0.5) & (confidence_share < 1)
      end
      constraint(:terms_factor) { (design_factor >= 1) & (design_factor <= 50) }
      constraint(:terms_step) { Sequel.expr(marking_step: nil) | ((marking_step > 0) & Sequel.~(marking_unit: nil)) }
      constraint(:terms_uncertainty) { (shared_uncertainty_share >= 0) & (shared_uncertainty_share <= 0.5) }
    end

    # Which earlier lots of the type a lot borrows its scatter from.
    create_table(:scatter_loans) do
      foreign_key :lot_id, :lots, null: false
      foreign_key :from_lot_id, :lots, null: false
      primary_key %i[lot_id from_lot_id]
      index :from_lot_id
      constraint(:borrows_from_another) { lot_id !~ from_lot_id }
    end
  end
end
