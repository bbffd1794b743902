# frozen_string_literal: true

# Tests of hours to months with their stations, readings and reports; products that are broken every morning; what must
# be examined or retired, and when. What was read is never changed: a typing error is withdrawn with a reason.
Sequel.migration do
  up do
    create_table(:long_tests) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :lot_id, :lots
      foreign_key :reference_lot_id, :lots
      String :kind, size: 24, null: false
      String :title, size: 200, null: false
      column :terms, "longtext", null: false
      column :units, "text", null: false
      column :schedule, "text", null: false
      column :programme, "text", null: false
      String :address, size: 120, null: false, default: ""
      column :state, "enum('planned','running','ended')", null: false, default: "planned"
      DateTime :started_at, size: 6
      DateTime :ended_at, size: 6
      String :ended_words, size: 400, null: false, default: ""
      foreign_key :person_id, :people, null: false
      Integer :version, null: false, default: 1
      DateTime :created_at, null: false, size: 6
      index %i[state id]
      constraint(:long_test_has_a_title) { Sequel.function(:char_length, :title) > 0 }
      constraint(:running_began) { Sequel.expr(state: "planned") | Sequel.~(started_at: nil) }
    end

    create_table(:long_stations) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :test_id, :long_tests, null: false
      Integer :position, null: false
      String :name, size: 120, null: false
      column :terms, "text", null: false
      DateTime :created_at, null: false, size: 6
      unique %i[test_id position]
      unique %i[test_id name]
    end

    create_table(:long_readings) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :station_id, :long_stations, null: false
      DateTime :at, null: false, size: 6
      column :hours, "double", null: false
      Bignum :count
      column :read, "text", null: false
      String :note, size: 400, null: false, default: ""
      column :source, "enum('typed','logged')", null: false, default: "typed"
      String :source_key, size: 60
      foreign_key :person_id, :people
      DateTime :created_at, null: false, size: 6
      index %i[station_id hours]
      index %i[station_id id]
      unique %i[station_id source_key]
      constraint(:reading_after_the_start) { hours >= 0 }
      constraint(:counts_are_not_below_nothing) { Sequel.expr(count: nil) | (count >= 0) }
    end

    create_table(:long_events) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :station_id, :long_stations, null: false
      DateTime :at, null: false, size: 6
      column :hours, "double", null: false
      Bignum :count
      String :word, size: 24, null: false
      String :note, size: 400, null: false, default: ""
      String :source_key, size: 60
      foreign_key :person_id, :people
      DateTime :created_at, null: false, size: 6
      index %i[station_id id]
      unique %i[station_id source_key]
    end

    create_table(:fact_withdrawals) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      column :subject, "enum('long_reading','watched_break','watched_change')", null: false
      Integer :subject_id, null: false
      String :reason, size: 400, null: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      unique %i[subject subject_id]
      constraint(:withdrawal_has_a_reason) { Sequel.function(:char_length, :reason) > 0 }
    end

    create_table(:long_reports) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :test_id, :long_tests, null: false
      Integer :number, null: false
      column :body, "longtext", null: false
      String :sha256, size: 64, fixed: true, null: false
      String :rule_version, size: 12, null: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      unique %i[test_id number]
      unique %i[test_id sha256]
    end

    create_table(:long_report_signatures) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :report_id, :long_reports, null: false
      foreign_key :person_id, :people, null: false
      column :meaning, "enum('reported','reviewed')", null: false
      String :sha256, size: 64, fixed: true, null: false
      DateTime :created_at, null: false, size: 6
      unique %i[report_id meaning]
      unique %i[report_id person_id]
    end

    create_table(:long_report_papers) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :report_id, :long_reports, null: false
      Integer :signature_count, null: false
      String :sha256, size: 64, fixed: true, null: false
      column :content, "mediumblob", null: false
      DateTime :created_at, null: false, size: 6
      unique %i[report_id signature_count]
    end

    create_table(:watched_products) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      String :name, size: 120, null: false, unique: true
      String :measurand, size: 24, null: false
      String :display_unit, size: 16, null: false
      Float :limit_si
      String :limit_text, size: 40
      String :limit_unit, size: 16
      String :limit_source, size: 200, null: false, default: ""
      String :weekdays, size: 7, null: false, default: "12345"
      foreign_key :instrument_id, :instruments
      foreign_key :person_id, :people, null: false
      Integer :version, null: false, default: 1
      DateTime :retired_at, size: 6
      DateTime :created_at, null: false, size: 6
      constraint(:limit_above_zero) { Sequel.expr(limit_si: nil) | (limit_si > 0) }
    end

    create_table(:watched_breaks) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :product_id, :watched_products, null: false
      DateTime :at, null: false, size: 6
      Float :value_si, null: false
      Float :resolution_si, null: false
      String :text, size: 40, null: false
      String :unit, size: 16, null: false
      String :batch, size: 80, null: false, default: ""
      String :note, size: 400, null: false, default: ""
      foreign_key :instrument_id, :instruments
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      index %i[product_id at]
      index %i[product_id id]
      constraint(:break_above_zero) { value_si > 0 }
    end

    create_table(:watched_changes) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :product_id, :watched_products, null: false
      DateTime :at, null: false, size: 6
      String :words, size: 200, null: false
      TrueClass :rebase, null: false, default: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      index %i[product_id at]
      constraint(:change_has_words) { Sequel.function(:char_length, :words) > 0 }
    end

    create_table(:watched_answers) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :break_id, :watched_breaks, null: false
      column :step, "enum('process','chain','product')", null: false
      column :answer, "enum('this','not_this','to_do')", null: false
      String :words, size: 400, null: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      index %i[break_id id]
      constraint(:answer_has_words) { Sequel.function(:char_length, :words) > 0 }
    end

    create_table(:watched_holds) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :break_id, :watched_breaks, null: false
      String :batches, size: 400, null: false
      String :handed_out, size: 400, null: false, default: ""
      foreign_key :person_id, :people
      DateTime :created_at, null: false, size: 6
      index %i[break_id id]
    end

    create_table(:watched_releases) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :hold_id, :watched_holds, null: false, unique: true
      String :reason, size: 400, null: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      constraint(:release_has_a_reason) { Sequel.function(:char_length, :reason) > 0 }
    end

    create_table(:upkeep_rules) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      column :subject, "enum('gear','instrument','bench','other')", null: false
      Integer :subject_id
      String :name, size: 120, null: false, default: ""
      String :what, size: 200, null: false
      Integer :months
      Integer :uses
      TrueClass :after_overload, null: false, default: false
      TrueClass :retires, null: false, default: false
      Date :since, null: false
      String :source, size: 200, null: false, default: ""
      foreign_key :person_id, :people, null: false
      Integer :version, null: false, default: 1
      DateTime :retired_at, size: 6
      DateTime :created_at, null: false, size: 6
      constraint(:rule_comes_due) do
        (Sequel.function(:coalesce, months, 0) > 0) | (Sequel.function(:coalesce, uses, 0) > 0) |
          Sequel.expr(after_overload: true)
      end
    end

    create_table(:upkeep_records) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :rule_id, :upkeep_rules, null: false
      Date :done_on, null: false
      column :result, "enum('passed','failed','retired')", null: false
      String :words, size: 400, null: false, default: ""
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      index %i[rule_id done_on]
    end

    alter_table(:tokens) { add_column :scope, "enum('all','calendar')", null: false, default: "all" }
  end

  down do
    alter_table(:tokens) { drop_column :scope }
    %i[upkeep_records upkeep_rules watched_releases watched_holds watched_answers watched_changes watched_breaks
       watched_products long_report_papers long_report_signatures long_reports fact_withdrawals long_events
       long_readings long_stations long_tests].each { |table| drop_table(table) }
  end
end
