# frozen_string_literal: true

# The measuring chain: certificates, checks with their points, overloads, and which instrument read a pull.
Sequel.migration do
  up do
    alter_table(:instruments) do
      add_column :shows, "enum('force','mass')", null: false, default: "force"
      add_column :unit, String, size: 8, null: false, default: "kN"
      add_column :sampling_hertz, Float
      add_column :tolerance_newtons, Float
      add_column :tolerance_share, Float
      add_column :good_for_days, Integer
      # What its checks and certificates say, kept beside it so that lists need not read them: never set by hand.
      add_column :checked_state, "enum('never','good','failed','overloaded')", null: false, default: "never"
      add_column :checked_until, :datetime
      add_column :checked_low_newtons, Float
      add_column :checked_high_newtons, Float
      add_column :certificate_until, Date
      add_constraint(:instrument_resolution) { Sequel.expr(resolution_newtons: nil) | (resolution_newtons > 0) }
      add_constraint(:instrument_rate) { Sequel.expr(sampling_hertz: nil) | (sampling_hertz > 0) }
      add_constraint(:instrument_allows) do
        (Sequel.expr(tolerance_newtons: nil) | (tolerance_newtons > 0)) &
          (Sequel.expr(tolerance_share: nil) | ((tolerance_share > 0) & (tolerance_share <= 0.2)))
      end
      add_constraint(:instrument_good_for) { Sequel.expr(good_for_days: nil) | (good_for_days > 0) }
    end

    # Of two cells in line, the one that counts.
    alter_table(:benches) { add_foreign_key :counting_instrument_id, :instruments }

    create_table(:certificates) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :instrument_id, :instruments, null: false
      String :number, size: 80, null: false
      String :issued_by, size: 120, null: false, default: ""
      Date :issued_on, null: false
      Date :expires_on
      Float :expanded_newtons
      Float :expanded_share
      Float :coverage_factor, null: false, default: 2.0
      foreign_key :attachment_id, :attachments
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      DateTime :withdrawn_at, size: 6
      String :withdrawn_reason, size: 400
      constraint(:certificate_says_something) { Sequel.~(expanded_newtons: nil) | Sequel.~(expanded_share: nil) }
      constraint(:certificate_uncertainty) do
        (Sequel.expr(expanded_newtons: nil) | (expanded_newtons > 0)) &
          (Sequel.expr(expanded_share: nil) | ((expanded_share > 0) & (expanded_share <= 0.2)))
      end
      constraint(:certificate_factor) { (coverage_factor >= 1) & (coverage_factor <= 5) }
      constraint(:certificate_expires_later) { Sequel.expr(expires_on: nil) | (expires_on > issued_on) }
    end

    create_table(:instrument_checks) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :instrument_id, :instruments, null: false
      foreign_key :second_instrument_id, :instruments
      foreign_key :bench_id, :benches
      column :kind, "enum('dead weight','cross')", null: false
      column :source, "enum('typed','file','bench')", null: false
      DateTime :checked_at, null: false, size: 6
      DateTime :good_until, size: 6
      Float :gravity, null: false
      Float :gravity_half_share, null: false
      column :gravity_source, "enum('standard','latitude and height','given')", null: false
      TrueClass :buoyancy, null: false, default: false
      Float :masses_share
      Float :temperature_celsius
      Float :resolution_newtons, null: false
      Float :capacity_newtons, null: false # as it was then
      Float :tolerance_newtons
      Float :tolerance_share
      Float :advantage, null: false, default: 1.0
      String :hanger, size: 120, null: false, default: ""
      String :note, size: 400, null: false, default: ""
      TrueClass :passed, null: false
      Float :low_newtons
      Float :high_newtons
      foreign_key :attachment_id, :attachments
      String :rule_version, size: 12, null: false
      String :sha256, size: 64, fixed: true, null: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      DateTime :withdrawn_at, size: 6
      String :withdrawn_reason, size: 400
      index %i[instrument_id checked_at]
      constraint(:check_resolution) { (resolution_newtons > 0) & (capacity_newtons > 0) }
      constraint(:check_range) do
        (Sequel.expr(low_newtons: nil) & Sequel.expr(high_newtons: nil)) |
          (Sequel.~(low_newtons: nil) & Sequel.~(high_newtons: nil) & (low_newtons > 0) & (high_newtons > low_newtons))
      end
      constraint(:check_passed_where) do
        Sequel.expr(passed: false) | Sequel.expr(kind: "cross") | Sequel.~(low_newtons: nil)
      end
      constraint(:check_of_two) { Sequel.expr(kind: "cross") =~ Sequel.~(second_instrument_id: nil) }
      constraint(:check_withdrawn_why) { Sequel.expr(withdrawn_at: nil) | Sequel.~(withdrawn_reason: nil) }
    end

    # What was read: of a cross-check, applied is the cell that counts and indicated the other one.
    create_table(:check_points) do
      foreign_key :check_id, :instrument_checks, null: false
      Integer :position, null: false
      Integer :series, null: false
      Float :applied_newtons, null: false
      String :applied_text, size: 120, null: false, default: ""
      Float :indicated_newtons, null: false
      String :indicated_text, size: 40, null: false, default: ""
      Float :swing_newtons
      Float :from_seconds
      Float :until_seconds
      primary_key %i[check_id position]
      constraint(:point_series) { series > 0 }
      constraint(:point_applied) { applied_newtons >= 0 }
    end

    create_table(:overloads) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :instrument_id, :instruments, null: false
      foreign_key :pull_id, :pulls
      Float :value_newtons, null: false
      DateTime :at, null: false, size: 6
      String :note, size: 400, null: false, default: ""
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      DateTime :withdrawn_at, size: 6
      String :withdrawn_reason, size: 400
      unique %i[instrument_id pull_id]
      constraint(:overload_above_zero) { value_newtons > 0 }
    end

    # position 0 is the one that counts.
    create_table(:pull_instruments) do
      foreign_key :pull_id, :pulls, null: false, on_delete: :cascade
      Integer :position, null: false
      foreign_key :instrument_id, :instruments, null: false
      Float :zero_before_newtons
      Float :zero_after_newtons
      primary_key %i[pull_id position]
      unique %i[pull_id instrument_id]
      index :instrument_id
      constraint(:one_or_two_cells) { (position >= 0) & (position <= 3) }
    end

    # Computed from the instruments unless somebody says otherwise, with a reason.
    alter_table(:rating_terms) { set_column_allow_null :shared_uncertainty_share }
    alter_table(:rating_terms) { set_column_default :shared_uncertainty_share, nil }
    from(:rating_terms).where(shared_uncertainty_share: 0.0, shared_uncertainty_source: nil)
                       .update(shared_uncertainty_share: nil)
    alter_table(:rating_terms) do
      add_constraint(:terms_overruled_why) do
        Sequel.expr(shared_uncertainty_share: nil) | Sequel.~(shared_uncertainty_source: nil) |
          Sequel.expr(shared_uncertainty_share: 0.0)
      end
    end

    # Why a minimum is signed though a reading cannot be trusted as it is.
    alter_table(:statements) { add_column :chain_reason, String, size: 400, null: false, default: "" }
  end

  down do
    alter_table(:statements) { drop_column :chain_reason }
    alter_table(:rating_terms) { drop_constraint(:terms_overruled_why) }
    from(:rating_terms).where(shared_uncertainty_share: nil).update(shared_uncertainty_share: 0.0)
    alter_table(:rating_terms) do
      set_column_default :shared_uncertainty_share, 0.0
      set_column_not_null :shared_uncertainty_share
    end
    %i[pull_instruments overloads check_points instrument_checks certificates].each { |table| drop_table(table) }
    alter_table(:benches) { drop_foreign_key :counting_instrument_id }
    alter_table(:instruments) do
      %i[instrument_resolution instrument_rate instrument_allows instrument_good_for].each { |c| drop_constraint(c) }
      %i[shows unit sampling_hertz tolerance_newtons tolerance_share good_for_days checked_state checked_until
         checked_low_newtons checked_high_newtons certificate_until].each { |column| drop_column column }
    end
  end
end
