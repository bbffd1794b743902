# frozen_string_literal: true

# How every piece was made ready: dimensions against the drawing, ordered steps, photos and files on anything.
Sequel.migration do
  up do
    # What of a piece is measured, and what the drawing allows.
    create_table(:drawing_dimensions) do
      primary_key :id
      foreign_key :lot_id, :lots, null: false
      Integer :position, null: false
      String :name, size: 60, null: false
      column :role, "enum('width','thickness','diameter','length','engaged_length','embedment','edge','spacing'," \
                    "'mass','other')", null: false
      Float :nominal_si
      Float :plus_si
      Float :minus_si
      String :nominal_text, size: 40
      String :plus_text, size: 40
      String :minus_text, size: 40
      String :unit, size: 8, null: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      unique %i[lot_id name]
      constraint(:drawing_nominal) do
        (Sequel.expr(nominal_si: nil) & Sequel.expr(plus_si: nil) & Sequel.expr(minus_si: nil)) |
          (Sequel.~(nominal_si: nil) & Sequel.~(plus_si: nil) & Sequel.~(minus_si: nil) &
           (nominal_si > 0) & (plus_si >= 0) & (minus_si >= 0))
      end
    end

    create_table(:dimensions) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :specimen_id, :specimens, null: false
      String :name, size: 60, null: false
      column :stage, "enum('received','conditioned')", null: false
      Float :value_si, null: false
      String :text, size: 40, null: false
      String :unit, size: 8, null: false
      String :tool, size: 80, null: false, default: ""
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      DateTime :withdrawn_at, size: 6
      index %i[specimen_id name stage]
      constraint(:dimension_above_zero) { value_si > 0 }
    end

    # batch: the same step, done for many pieces at once.
    create_table(:preparations) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      String :batch, size: 26, fixed: true, null: false, index: true
      foreign_key :specimen_id, :specimens, null: false
      Integer :position, null: false
      column :kind, "enum('making','conditioning','installation','other')", null: false
      String :name, size: 120, null: false
      column :content, "longtext", null: false
      column :source, "enum('maker','own','standard')", null: false
      String :source_text, size: 200, null: false, default: ""
      Float :hours
      Integer :capacity
      TrueClass :under_load, null: false, default: false
      DateTime :starts_at, size: 6
      DateTime :done_at, size: 6
      foreign_key :done_by_id, :people
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      DateTime :withdrawn_at, size: 6
      String :withdrawn_reason, size: 400
      index %i[specimen_id position]
      constraint(:preparation_is_json) { Sequel.function(:json_valid, :content) }
      constraint(:preparation_named) { char_length(name) > 0 }
      constraint(:preparation_hours) { Sequel.expr(hours: nil) | ((hours > 0) & (hours <= 100_000)) }
      constraint(:preparation_capacity) { Sequel.expr(capacity: nil) | (capacity > 0) }
      constraint(:preparation_done_by) { Sequel.expr(done_at: nil) | Sequel.~(done_by_id: nil) }
      constraint(:preparation_withdrawn_why) { Sequel.expr(withdrawn_at: nil) | Sequel.~(withdrawn_reason: nil) }
    end

    create_table(:preparation_templates) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      String :key, size: 60, null: false, unique: true
      String :name, size: 160, null: false
      String :item_type, size: 40, null: false, default: ""
      column :content, "longtext", null: false
      String :source, size: 200, null: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      DateTime :retired_at, size: 6
      constraint(:preparation_template_is_json) { Sequel.function(:json_valid, :content) }
      constraint(:preparation_template_source) { char_length(source) > 0 }
    end

    # What of the substrate a lot's breaks are carried over to.
    alter_table(:lots) { add_column :reference_substrate_pascals, Float }

    alter_table(:attachments) do
      add_column :original_sha256, String, size: 64, fixed: true
      add_column :width, Integer
      add_column :height, Integer
    end

    # Photos and files on anything: exactly one of these.
    create_table(:attachment_links) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :attachment_id, :attachments, null: false
      foreign_key :lot_id, :lots
      foreign_key :specimen_id, :specimens
      foreign_key :pull_id, :pulls
      foreign_key :instrument_id, :instruments
      String :note, size: 400, null: false, default: ""
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      DateTime :withdrawn_at, size: 6
      constraint(:attached_to_one) do
        Sequel.lit("(lot_id is not null) + (specimen_id is not null) + (pull_id is not null) + " \
                   "(instrument_id is not null) = 1")
      end
    end
  end

  down do
    drop_table(:attachment_links)
    alter_table(:attachments) { %i[original_sha256 width height].each { |column| drop_column column } }
    alter_table(:lots) { drop_column :reference_substrate_pascals }
    %i[preparation_templates preparations dimensions drawing_dimensions].each { |table| drop_table(table) }
  end
end
