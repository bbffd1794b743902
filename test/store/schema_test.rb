# frozen_string_literal: true

require_relative "../support/store_case"

# What the schema holds by itself, whatever the code would let through.
class SchemaTest < StoreCase
  REFUSED = [Sequel::CheckConstraintViolation, Sequel::DatabaseError].freeze

  def judgement(**values)
    pull = @pull ||= peak(lot, "8.1")
    DATABASE[:judgements].insert({ uid: ULID.generate, pull_id: pull.id, measurement_id: pull.measurements.first.id,
                                   person_id: person.id,
                                   counts_as: "break", value_si: 8100.0, reason: "", complete: true,
                                   created_at: Time.now }.merge(values))
  end

  def refused(&block) = assert_raises(*REFUSED, &block)

  def test_only_known_ways_to_count
    judgement
    refused { judgement(counts_as: "banana") }
    refused { judgement(counts_as: nil) }
  end

  def test_a_judged_value_is_above_zero_and_its_upper_one_above_it
    refused { judgement(value_si: -1.0) }
    refused { judgement(value_si: nil) }
    refused { judgement(counts_as: "between", upper_si: nil) }
    refused { judgement(counts_as: "between", upper_si: 8000.0) }
    refused { judgement(upper_si: 9000.0) }
    judgement(counts_as: "between", upper_si: 9000.0)
    refused { judgement(measurement_id: nil) }
  end

  def test_every_write_has_a_person
    %i[judgements measurements pulls lots jobs events statements signatures claims rating_terms
       overrides].each do |table|
      column = DATABASE.schema(table).to_h.fetch(:person_id)

      refute column[:allow_null], table
    end
  end

  def test_a_feature_fails_once
    one, two = Array.new(2) { judgement }
    feature = @pull.feature_id
    DATABASE[:feature_failures].insert(feature_id: feature, judgement_id: one)
    assert_raises(Sequel::UniqueConstraintViolation) do
      DATABASE[:feature_failures].insert(feature_id: feature,
                                         judgement_id: two)
    end
  end

  def test_one_number_one_statement_one_signature_of_a_kind
    signed = sign(lot_with_breaks(8.1, 8.4, 7.9))
    twice = ->(row, table) { DATABASE[table].insert(row.values.except(:id).merge(uid: ULID.generate)) }

    assert_raises(Sequel::UniqueConstraintViolation) { twice.call(signed, :statements) }
    assert_raises(Sequel::UniqueConstraintViolation) { twice.call(signed.signatures.first, :signatures) }
  end

  # Tried as the application's own user: what is a record stays as it was written.
  def test_records_can_be_neither_changed_nor_deleted
    sign(lot_with_breaks(8.1, 8.4, 7.9))
    %i[events statements signatures documents measurements judgements].each do |table|
      refute_empty DATABASE[table], table
      change = assert_raises(Sequel::DatabaseError, table) { DATABASE[table].update(created_or_at(table) => Time.now) }
      assert_match(/denied/, change.message)
      assert_match(/denied/, assert_raises(Sequel::DatabaseError, table) { DATABASE[table].delete }.message)
    end
  end

  def created_or_at(table) = table == :events ? :at : :created_at
end

class EventsTest < StoreCase
  Events = MildAnvil::Store::Events

  def test_each_event_holds_the_hash_of_the_one_before
    break_at(lot, "8.1")
    rows = DATABASE[:events].order(:id).all

    assert_operator rows.size, :>=, 4
    assert_equal rows.map { |r| r[:sha256] }[0...-1], rows.map { |r| r[:previous_sha256] }.drop(1)
    assert_nil Events.first_broken(DATABASE)
  end

  # In another connection, as somebody with the owner's key: an event changed, one removed from the middle, one from
  # the end.
  def test_a_harmed_chain_is_found
    break_at(lot, "8.1")
    rows = DATABASE[:events].order(:id).all
    harmed = ->(list) { Events.first_broken(fake(list)) }

    assert_nil harmed.call(rows)
    assert_equal rows[1][:id], harmed.call(rows.each_with_index.map { |row, i|
      i == 1 ? row.merge(action: "nothing") : row
    })
    assert_equal rows[2][:id], harmed.call(rows.reject { |row| row.equal?(rows[1]) })
    assert_equal 0, harmed.call(rows[0...-1])
  end

  def fake(rows)
    tail = DATABASE[:event_tails].get(:sha256)
    Hash.new { raise }.merge(events: List.new(rows), event_tails: Struct.new(:tail) { def get(_) = tail }.new(tail))
  end

  List = Struct.new(:rows) do
    def order(_) = self
    def paged_each(&) = rows.each(&)
  end

  def test_a_refused_action_leaves_no_event
    before = DATABASE[:events].count
    pull = peak(lot, "8.1")
    after = DATABASE[:events].count
    assert_raises(MildAnvil::InvalidInput) { judge(pull, "void") }
    judge(pull, "void", reason: "wrong pin")

    assert_operator after, :>, before
    assert_equal after + 1, DATABASE[:events].count
  end

  def test_events_say_who_did_what_to_what
    pull = break_at(lot, "8.1")
    list = Actions::ListEvents.call(lot_id: pull.lot_id)[:events]

    assert_equal(%w[judge_pull record_peak create_lot], list.map { |e| e[:action] })
    assert_equal [person.name, "break", 8100.0], [list[0][:person], *list[0][:after].values_at("counts_as", "value_si")]
    assert_equal({ whole: true, broken_id: nil }, Actions::ListEvents.check)
  end
end
