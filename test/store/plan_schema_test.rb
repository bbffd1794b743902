# frozen_string_literal: true

require_relative "../support/store_case"

# What the schema of plans holds by itself, whatever the code would let through.
class PlanSchemaTest < StoreCase
  REFUSED = [Sequel::CheckConstraintViolation, Sequel::DatabaseError].freeze

  def refused(table, **values) = assert_raises(*REFUSED, values.inspect) { insert(table, **values) }

  def insert(table, **values)
    columns = DATABASE[table].columns
    own = { uid: ULID.generate, person_id: person.id, created_at: Time.now }.slice(*columns)
    DATABASE[table].insert(own.merge(values))
  end

  BAD = { benches: [{ name: "", kind: "frame" }, { name: "B", kind: "spaceship" }, { name: "B", kind: "frame",
                                                                                     pull_newtons: 0.0 },
                    { name: "B", kind: "frame", guard_joules: -1.0 }],
          instruments: [{ name: "C", capacity_newtons: 0.0 }, { name: "C", capacity_newtons: 1.0,
                                                                verified_low_newtons: 1.0 },
                        { name: "C", capacity_newtons: 5.0, verified_low_newtons: 3.0, verified_high_newtons: 2.0 }],
          gear: [{ name: "G", kind: "jaw", strength_newtons: 0.0 }, { name: "G", kind: "jaw", scatter_share: 0.9 },
                 { name: "G", kind: "jaw", pulls_before: -1 }],
          near_misses: [{ what: "x", metres: 0.0 }, { what: "", metres: 1.0 }] }.freeze

  def test_registers_hold_nothing_impossible
    BAD.each { |table, rows| rows.each { |values| refused(table, **values) } }
    insert(:benches, name: "B", kind: "frame", pull_newtons: 5.0)
    insert(:instruments, name: "C", capacity_newtons: 5.0, verified_low_newtons: 0.0, verified_high_newtons: 5.0)
    insert(:gear, name: "G", kind: "jaw")
  end

  def test_a_plan_is_json_and_one_revision_of_one_lot
    id = lot.id
    refused(:plans, lot_id: id, revision: 1, content: "not json")
    insert(:plans, lot_id: id, revision: 1, content: "{}")
    assert_raises(Sequel::UniqueConstraintViolation) { insert(:plans, lot_id: id, revision: 1, content: "{}") }
  end

  def test_an_order_is_of_a_lot_or_of_a_study_and_holds_each_piece_once
    id = lot.id
    order = { revision: 1, seed: 1, blocks: 1, block_by: "day" }
    refused(:pull_orders, **order)
    refused(:pull_orders, **order, lot_id: id, blocks: 0)
    made = insert(:pull_orders, **order, lot_id: id)
    piece = DATABASE[:specimens].insert(lot_id: id, number: 1)
    DATABASE[:pull_order_rows].insert(pull_order_id: made, position: 1, block: 1, specimen_id: piece)
    assert_raises(Sequel::UniqueConstraintViolation) do
      DATABASE[:pull_order_rows].insert(pull_order_id: made, position: 2, block: 1, specimen_id: piece)
    end
  end

  def test_a_specimen_lies_on_its_map_and_in_a_known_state
    id = lot.id
    [{ map_x: 0.5 }, { map_x: 1.5, map_y: 0.5 }, { state: "lost" }].each do |values|
      assert_raises(*REFUSED, values.inspect) { DATABASE[:specimens].insert(lot_id: id, number: 1, **values) }
    end
    DATABASE[:specimens].insert(lot_id: id, number: 1, map_x: 0.0, map_y: 1.0)
  end

  def test_a_test_result_says_something_and_a_template_has_a_source
    id = lot.id
    refused(:test_results, lot_id: id, test_key: "k")
    insert(:test_results, lot_id: id, test_key: "k", accepted: false)
    refused(:acceptance_templates, key: "k", name: "n", content: "{}", source: "")
    refused(:acceptance_plans, lot_id: id, revision: 1, name: "n", dimensions: "{}", repeats: 11)
  end

  def test_every_write_has_a_person
    %i[benches instruments gear near_misses plans pull_orders acceptance_plans test_results earlier_verdicts
       acceptance_templates guesses].each do |table|
      refute DATABASE.schema(table).to_h.fetch(:person_id)[:allow_null], table
    end
  end
end
