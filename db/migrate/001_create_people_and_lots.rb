# frozen_string_literal: true

Sequel.migration do
  change do
    create_table(:people) do
      primary_key :id
      String :name, size: 120, null: false, unique: true
      String :role, size: 60, null: false, default: "technician"
    end

    create_table(:jobs) do
      primary_key :id
      String :customer, size: 160, null: false
      String :title, size: 160, null: false
      String :purpose, size: 40, null: false, default: "rating"
      DateTime :created_at, null: false
    end

    create_table(:lots) do
      primary_key :id
      foreign_key :job_id, :jobs, null: false
      String :name, size: 160, null: false
      String :item_type, size: 40, null: false
      String :material, size: 200, null: false, default: ""
      String :maker, size: 200, null: false, default: ""
      String :differs_from_use, text: true, null: false
      String :direction, size: 20, null: false, default: "tension"
      String :configuration, size: 120, null: false, default: "straight"
      String :item_condition, size: 120, null: false, default: "new"
      String :setup_class, size: 20, null: false, default: "in-house"
      String :display_unit, size: 8, null: false, default: "kN"
      Integer :specimens_planned
      Float :claim_newtons
      String :claim_measure, size: 20
      String :claim_kind, size: 20
      Float :claim_factor
      TrueClass :claim_every_piece, null: false, default: false
      String :claim_source, size: 200
      Float :requirement_newtons
      String :requirement_measure, size: 20
      String :requirement_source, size: 200
      Float :factor_low
      Float :factor_high
      Float :coverage_share, null: false, default: 0.95
      Float :confidence_share, null: false, default: 0.95
      Float :design_factor, null: false, default: 5.0
      String :design_factor_key, size: 60
      BigDecimal :marking_step, size: [14, 6]
      String :school, size: 40
      Float :shared_uncertainty_share, null: false, default: 0.0
      String :shared_uncertainty_source, size: 200
      Integer :version, null: false, default: 1
      DateTime :created_at, null: false
    end

    create_table(:specimens) do
      primary_key :id
      foreign_key :lot_id, :lots, null: false
      Integer :number, null: false
      String :note, size: 400, null: false, default: ""
      unique %i[lot_id number]
    end

    create_table(:features) do
      primary_key :id
      foreign_key :specimen_id, :specimens, null: false
      String :name, size: 60, null: false
      unique %i[specimen_id name]
    end
  end
end
