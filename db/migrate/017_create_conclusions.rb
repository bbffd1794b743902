# frozen_string_literal: true

# What was concluded from a comparison and signed; what a piece takes to make; what was judged before its force was
# seen; what the shop knows of the shape of a population.
Sequel.migration do
  up do
    create_table(:conclusions) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :job_id, :jobs, null: false
      foreign_key :lot_id, :lots, null: false
      Integer :number, null: false
      column :body, "longtext", null: false
      String :sha256, size: 64, fixed: true, null: false
      String :rule_version, size: 12, null: false
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      unique %i[job_id number]
      unique %i[job_id sha256]
      constraint(:conclusion_number_above_zero) { number > 0 }
    end

    create_table(:conclusion_lots) do
      foreign_key :conclusion_id, :conclusions, null: false
      foreign_key :lot_id, :lots, null: false
      primary_key %i[conclusion_id lot_id]
    end

    create_table(:conclusion_signatures) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :conclusion_id, :conclusions, null: false
      foreign_key :person_id, :people, null: false
      column :meaning, "enum('concluded','reviewed')", null: false
      String :sha256, size: 64, fixed: true, null: false
      DateTime :created_at, null: false, size: 6
      unique %i[conclusion_id meaning]
      unique %i[conclusion_id person_id]
    end

    create_table(:conclusion_papers) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :conclusion_id, :conclusions, null: false
      Integer :signature_count, null: false
      String :sha256, size: 64, fixed: true, null: false
      column :content, "mediumblob", null: false
      DateTime :created_at, null: false, size: 6
      unique %i[conclusion_id signature_count]
    end

    create_table(:makings) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :lot_id, :lots, null: false
      Float :cost
      Float :grams
      Float :minutes
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      index %i[lot_id id]
      constraint(:making_above_zero) do
        (Sequel.expr(cost: nil) | (cost > 0)) & (Sequel.expr(grams: nil) | (grams > 0)) &
          (Sequel.expr(minutes: nil) | (minutes > 0))
      end
    end

    create_table(:blind_judgements) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :pull_id, :pulls, null: false
      TrueClass :is_void, null: false
      String :failed_part, size: 40
      String :zone, size: 40
      String :mode, size: 40
      String :reason, size: 400, null: false, default: ""
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
      index %i[pull_id id]
      constraint(:blind_void_has_a_cause) { Sequel.expr(is_void: false) | (Sequel.function(:char_length, :reason) > 0) }
    end

    create_table(:population_shapes) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      String :key, size: 80, null: false, unique: true
      String :item_type, size: 40, null: false
      column :shape, "enum('normal','weibull','unknown')", null: false
      String :reason, size: 400, null: false
      foreign_key :person_id, :people, null: false
      foreign_key :checked_by_id, :people
      DateTime :checked_at, size: 6
      DateTime :created_at, null: false, size: 6
      DateTime :retired_at, size: 6
      index %i[item_type retired_at]
      constraint(:population_has_a_reason) { Sequel.function(:char_length, :reason) > 0 }
    end
  end

  down do
    %i[population_shapes blind_judgements makings conclusion_papers conclusion_signatures conclusion_lots conclusions]
      .each { |table| drop_table(table) }
  end
end
