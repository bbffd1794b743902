# frozen_string_literal: true

in_use = "tinyint generated always as (if(retired_at is null, 1, null)) virtual"

# The plan of a lot as revisions; benches, instruments and gear; specimens as a list; the order of pulls; acceptance.
Sequel.migration do
  up do
    create_table(:benches) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      String :name, size: 120, null: false
      column :kind, "enum('frame','hand pump','winch','ram','dead weight','torque','drop','pressure')", null: false
      Float :pull_newtons
      Float :push_newtons
      Float :guard_newtons
      Float :guard_joules
      Float :stroke_metres
      Float :bed_metres
      Float :slowest_metres_per_second
      Float :fastest_metres_per_second
      String :channels, size: 200, null: false, default: ""
      String :note, size: 400, null: false, default: ""
      Integer :version, null: false, default: 1
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      DateTime :retired_at, size: 6
      column :in_use, in_use # two rows of one name cannot be in use at once
      unique %i[name in_use]
      constraint(:bench_has_a_name) { char_length(name) > 0 }
      %i[pull_newtons push_newtons guard_newtons guard_joules stroke_metres bed_metres slowest_metres_per_second
         fastest_metres_per_second].each do |column|
        constraint(:"bench_#{column}") { Sequel.expr(column => nil) | (Sequel[column] > 0) }
      end
    end

    create_table(:instruments) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      String :name, size: 120, null: false
      String :serial, size: 80, null: false, default: ""
      Float :capacity_newtons, null: false
      Float :resolution_newtons
      Float :verified_low_newtons
      Float :verified_high_newtons
      Date :due_on
      foreign_key :bench_id, :benches
      String :note, size: 400, null: false, default: ""
      Integer :version, null: false, default: 1
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      DateTime :retired_at, size: 6
      column :in_use, in_use # two rows of one name cannot be in use at once
      unique %i[name in_use]
      constraint(:instrument_capacity) { capacity_newtons > 0 }
      constraint(:instrument_verified) do
        (Sequel.expr(verified_low_newtons: nil) & Sequel.expr(verified_high_newtons: nil)) |
          (Sequel.~(verified_low_newtons: nil) & Sequel.~(verified_high_newtons: nil) &
           (verified_low_newtons >= 0) & (verified_high_newtons > verified_low_newtons))
      end
    end

    # strength nil: nobody knows it, and nothing is assumed.
    create_table(:gear) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      String :name, size: 120, null: false
      column :kind, "enum('connector','shackle','pin','sling','rope','jaw','adapter','eye','fixture','other')",
             null: false
      Float :strength_newtons
      Float :scatter_share
      Float :stiffness_newtons_per_metre
      Integer :pulls_before, null: false, default: 0
      Float :highest_before_newtons
      Date :inspection_due_on
      String :note, size: 400, null: false, default: ""
      Integer :version, null: false, default: 1
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      DateTime :retired_at, size: 6
      column :in_use, in_use # two rows of one name cannot be in use at once
      unique %i[name in_use]
      constraint(:gear_strength) { Sequel.expr(strength_newtons: nil) | (strength_newtons > 0) }
      constraint(:gear_scatter) do
        Sequel.expr(scatter_share: nil) | ((scatter_share > 0) & (scatter_share <= 0.5))
      end
      constraint(:gear_pulls_before) { pulls_before >= 0 }
    end

    # Which gear stood in line when something was pulled.
    create_table(:gear_loads) do
      foreign_key :gear_id, :gear, null: false
      foreign_key :pull_id, :pulls, null: false, on_delete: :cascade
      primary_key %i[gear_id pull_id]
      index :pull_id
    end

    create_table(:near_misses) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :lot_id, :lots
      foreign_key :bench_id, :benches
      String :what, size: 200, null: false
      Float :metres, null: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      constraint(:flew_somewhere) { (metres > 0) & (char_length(what) > 0) }
    end

    create_table(:plans) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :lot_id, :lots, null: false
      Integer :revision, null: false
      column :content, "longtext", null: false
      String :reason, size: 400, null: false, default: ""
      foreign_key :bench_id, :benches
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      unique %i[lot_id revision]
      constraint(:plan_is_json) { Sequel.function(:json_valid, :content) }
    end

    alter_table(:specimens) do
      add_column :label, String, size: 40, null: false, default: ""
      add_column :state, "enum('planned','here','prepared','held back','gone')", null: false, default: "here"
      add_column :trial, TrueClass, null: false, default: false
      add_column :parent, String, size: 80, null: false, default: ""
      add_column :position, String, size: 60, null: false, default: ""
      add_column :side, String, size: 60, null: false, default: ""
      add_column :direction, String, size: 60, null: false, default: ""
      add_column :map_x, Float
      add_column :map_y, Float
      add_column :version, Integer, null: false, default: 1
      add_index %i[lot_id label]
      add_constraint(:on_the_map) do
        (Sequel.expr(map_x: nil) & Sequel.expr(map_y: nil)) |
          (Sequel.~(map_x: nil) & Sequel.~(map_y: nil) &
           (map_x >= 0) & (map_x <= 1) & (map_y >= 0) & (map_y <= 1))
      end
    end

    create_table(:pull_orders) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :study_id, :studies
      foreign_key :lot_id, :lots
      Integer :revision, null: false
      Bignum :seed, null: false
      Integer :blocks, null: false
      column :block_by, "enum('day','bench')", null: false
      String :reason, size: 400, null: false, default: ""
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      unique %i[study_id revision]
      unique %i[lot_id revision]
      constraint(:order_of_one) { Sequel.expr(study_id: nil) !~ Sequel.expr(lot_id: nil) }
      constraint(:order_has_blocks) { blocks > 0 }
    end

    create_table(:pull_order_rows) do
      foreign_key :pull_order_id, :pull_orders, null: false
      Integer :position, null: false
      Integer :block, null: false
      foreign_key :specimen_id, :specimens, null: false
      primary_key %i[pull_order_id position]
      unique %i[pull_order_id specimen_id]
    end

    create_table(:acceptance_plans) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :lot_id, :lots, null: false
      Integer :revision, null: false
      String :name, size: 160, null: false
      String :source, size: 200, null: false, default: ""
      column :dimensions, "longtext", null: false
      Integer :repeats, null: false, default: 0
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      unique %i[lot_id revision]
      constraint(:dimensions_are_json) { Sequel.function(:json_valid, :dimensions) }
      constraint(:repeats_not_below_zero) { (repeats >= 0) & (repeats <= 10) }
    end

    create_table(:required_tests) do
      primary_key :id
      foreign_key :acceptance_plan_id, :acceptance_plans, null: false
      Integer :position, null: false
      String :key, size: 40, null: false
      String :name, size: 120, null: false
      column :kind, "enum('measured','inspected')", null: false
      Integer :count, null: false
      String :quantity, size: 80, null: false, default: ""
      String :unit, size: 8, null: false, default: ""
      column :sense, "enum('at_least','at_most')", null: false
      String :limit_text, size: 120
      column :places, "longtext", null: false
      String :note, size: 400, null: false, default: ""
      unique %i[acceptance_plan_id key]
      constraint(:required_count) { count > 0 }
      constraint(:places_are_json) { Sequel.function(:json_valid, :places) }
    end

    create_table(:test_results) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :lot_id, :lots, null: false
      foreign_key :specimen_id, :specimens
      String :test_key, size: 40, null: false
      Float :value_si
      String :text, size: 40
      String :unit, size: 8
      String :broke_at, size: 60
      TrueClass :accepted
      String :note, size: 400, null: false, default: ""
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      DateTime :withdrawn_at, size: 6
      String :withdrawn_reason, size: 400
      index %i[lot_id test_key]
      constraint(:result_says_something) { Sequel.~(value_si: nil) | Sequel.~(accepted: nil) }
    end

    create_table(:earlier_verdicts) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :specimen_id, :specimens, null: false
      String :how, size: 60, null: false
      TrueClass :accepted, null: false
      String :note, size: 400, null: false, default: ""
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      DateTime :withdrawn_at, size: 6
    end

    # The shop's own plans to begin with, beside those that ship.
    create_table(:acceptance_templates) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      String :key, size: 60, null: false, unique: true
      String :name, size: 160, null: false
      column :content, "longtext", null: false
      String :source, size: 200, null: false
      foreign_key :person_id, :people, null: false
      foreign_key :checked_by_id, :people
      DateTime :checked_at, size: 6
      DateTime :created_at, null: false, size: 6
      DateTime :retired_at, size: 6
      constraint(:template_is_json) { Sequel.function(:json_valid, :content) }
      constraint(:template_has_a_source) { char_length(source) > 0 }
    end

    # Sealed until the piece was judged; nobody guesses twice.
    create_table(:guesses) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :specimen_id, :specimens, null: false
      Float :value_si, null: false
      String :text, size: 40, null: false
      String :unit, size: 8, null: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      unique %i[specimen_id person_id]
      constraint(:guess_above_zero) { value_si > 0 }
    end
  end

  down do
    %i[guesses acceptance_templates earlier_verdicts test_results required_tests acceptance_plans pull_order_rows
       pull_orders plans near_misses gear_loads gear instruments benches].each { |table| drop_table(table) }
    alter_table(:specimens) do
      drop_constraint(:on_the_map)
      drop_index %i[lot_id label]
      %i[label state trial parent position side direction map_x map_y version].each { |column| drop_column column }
    end
  end
end
