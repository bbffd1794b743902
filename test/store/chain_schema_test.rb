# frozen_string_literal: true

require_relative "../support/store_case"
require_relative "../support/chain_helpers"

# What the schema of checks and of preparation holds by itself, whatever the code would let through.
class ChainSchemaTest < StoreCase
  include ChainHelpers

  REFUSED = [Sequel::CheckConstraintViolation, Sequel::NotNullConstraintViolation, Sequel::DatabaseError].freeze

  def refused(table, values) = assert_raises(*REFUSED, values.inspect) { insert(table, values) }

  def insert(table, values)
    own = { uid: ULID.generate, person_id: person.id, created_at: Time.now }.slice(*DATABASE[table].columns)
    DATABASE[table].insert(own.merge(values))
  end

  def check(**values)
    { instrument_id: cell.id, kind: "dead weight", source: "typed", checked_at: Time.now, gravity: 9.81,
      gravity_half_share: 0.0, gravity_source: "given", resolution_newtons: 10.0, capacity_newtons: 5e4, passed: true,
      low_newtons: 1.0, high_newtons: 2.0, rule_version: "1", sha256: "a" * 64 }.merge(values)
  end

  def test_a_check_that_passed_says_from_where_to_where
    [{ low_newtons: nil, high_newtons: nil }, { high_newtons: nil }, { low_newtons: 3.0 }, { resolution_newtons: 0.0 },
     { capacity_newtons: 0.0 }, { kind: "hunch" }, { source: "memory" }, { kind: "cross" },
     { second_instrument_id: cell.id }, { withdrawn_at: Time.now }].each do |bad|
      refused(:instrument_checks, check(**bad))
    end
    insert(:instrument_checks, check)
    insert(:instrument_checks, check(passed: false, low_newtons: nil, high_newtons: nil))
    insert(:instrument_checks, check(kind: "cross", second_instrument_id: cell.id))
  end

  # What was signed is not changed by the application's own user.
  def test_the_readings_of_a_check_are_never_changed
    id = insert(:instrument_checks, check)
    DATABASE[:check_points].insert(check_id: id, position: 0, series: 1, applied_newtons: 5.0, indicated_newtons: 5.1)

    assert_raises(Sequel::DatabaseError) { DATABASE[:check_points].where(check_id: id).update(indicated_newtons: 5.0) }
    assert_raises(Sequel::DatabaseError) { DATABASE[:check_points].where(check_id: id).delete }
    [{ series: 0 }, { applied_newtons: -1.0 }].each do |bad|
      assert_raises(*REFUSED) do
        DATABASE[:check_points].insert({ check_id: id, position: 1, series: 1, applied_newtons: 1.0,
                                         indicated_newtons: 1.0 }.merge(bad))
      end
    end
  end

  def test_an_overload_lies_above_zero_and_is_noted_once_a_pull
    pull = import(lot, log_text)
    over = { instrument_id: cell.id, value_newtons: 5e4, at: Time.now, pull_id: pull.id }
    refused(:overloads, over.merge(value_newtons: 0.0))
    insert(:overloads, over)
    assert_raises(Sequel::UniqueConstraintViolation) { insert(:overloads, over) }
  end

  def piece = @piece ||= DATABASE[:specimens].insert(lot_id: lot.id, number: rand(1..90_000))

  STEP = { batch: "b", position: 0, kind: "making", name: "Soak", content: "[]", source: "own" }.freeze

  def test_a_step_is_done_by_somebody_and_taken_back_with_a_reason
    [{ content: "no json" }, { name: "" }, { hours: 0.0 }, { hours: 1e6 }, { capacity: 0 }, { kind: "ritual" },
     { source: "hearsay" }, { done_at: Time.now }, { withdrawn_at: Time.now }].each do |bad|
      refused(:preparations, STEP.merge(specimen_id: piece, **bad))
    end
    insert(:preparations, STEP.merge(specimen_id: piece, done_at: Time.now, done_by_id: person.id))
  end

  def test_a_size_lies_above_zero_and_a_tolerance_has_something_it_is_of
    size = { specimen_id: piece, name: "width", stage: "received", value_si: 0.06, text: "60", unit: "mm" }
    refused(:dimensions, size.merge(value_si: 0.0))
    refused(:dimensions, size.merge(stage: "later"))
    insert(:dimensions, size)
    row = { lot_id: lot.id, position: 0, name: "width", role: "width", unit: "mm" }
    [{ plus_si: 1.0 }, { nominal_si: 0.06 }, { nominal_si: -1.0, plus_si: 0.0, minus_si: 0.0 }].each do |bad|
      refused(:drawing_dimensions, row.merge(bad))
    end
    insert(:drawing_dimensions, row)
    assert_raises(Sequel::UniqueConstraintViolation) { insert(:drawing_dimensions, row) }
  end

  def test_a_file_hangs_on_exactly_one_thing
    file = insert(:attachments, name: "a.txt", media_type: "text/plain", byte_count: 1, sha256: "a" * 64, content: "a")
    refused(:attachment_links, attachment_id: file)
    refused(:attachment_links, attachment_id: file, lot_id: lot.id, specimen_id: piece)
    insert(:attachment_links, attachment_id: file, specimen_id: piece)
  end
end
