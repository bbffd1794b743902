# frozen_string_literal: true

# One number, one owner: a measurement is never changed, and a judgement freezes the value of the measurement it is
# about.
Sequel.migration do
  change do
    create_table(:measurements) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :pull_id, :pulls, null: false
      column :quantity, "enum('peak','first_failure','yield','residual','energy','cycles','travel')", null: false
      Float :value_si, null: false
      Float :resolution_si
      column :lower_bound_cause, "enum('saturated','frozen','dropout','last_reading')"
      column :source, "enum('finding','override','display','readings')", null: false
      foreign_key :finding_id, :findings
      foreign_key :override_id, :overrides
      String :text, size: 40
      String :unit, size: 8
      String :reason, size: 400, null: false, default: ""
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      index %i[pull_id quantity]
      constraint(:measured_not_below_zero) { value_si >= 0 }
      constraint(:measured_from_something) do
        (Sequel.expr(source: %w[finding override]) & Sequel.~(finding_id: nil)) |
          (Sequel.expr(source: %w[display readings]) & Sequel.~(text: nil) & Sequel.~(unit: nil)) |
          Sequel.expr(source: "readings")
      end
      constraint(:override_is_named) { Sequel.~(source: "override") | Sequel.~(override_id: nil) }
    end

    create_table(:judgements) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :pull_id, :pulls, null: false
      foreign_key :measurement_id, :measurements
      column :counts_as, "enum('break','at_least','at_most','between','void','not_loaded')"
      Float :value_si
      Float :upper_si
      String :stated_text, size: 40
      String :stated_unit, size: 8
      column :failed_part,
             "enum('specimen','termination','substrate','other part','connector','rope','jaw','fixture','nothing')"
      String :zone, size: 40
      String :mode, size: 40
      String :reason, size: 400, null: false, default: ""
      TrueClass :complete, null: false, default: false
      foreign_key :undoes_id, :judgements, unique: true
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      constraint(:judged_or_undone) { Sequel.expr(counts_as: nil) =~ Sequel.~(undoes_id: nil) }
      constraint(:judged_above_zero) { Sequel.expr(value_si: nil) | (value_si > 0) }
      constraint(:judged_value) do
        Sequel.expr(counts_as: nil) | Sequel.expr(counts_as: %w[void not_loaded]) | Sequel.~(value_si: nil)
      end
      constraint(:upper_of_a_between) do
        (Sequel.expr(counts_as: "between") & Sequel.~(upper_si: nil) & (upper_si > value_si)) |
          ((Sequel.expr(counts_as: nil) | Sequel.~(counts_as: "between")) & Sequel.expr(upper_si: nil))
      end
      constraint(:judged_by_measurement) do
        Sequel.expr(counts_as: nil) | Sequel.expr(counts_as: %w[at_most void
                                                                not_loaded]) | Sequel.~(measurement_id: nil)
      end
    end

    # A feature fails once, held by the key; a row goes when the judgement behind it is taken back.
    create_table(:feature_failures) do
      foreign_key :feature_id, :features, primary_key: true
      foreign_key :judgement_id, :judgements, null: false, unique: true
    end
  end
end
