# frozen_string_literal: true

require_relative "../support/store_case"

# What the schema refuses of what lasts, whoever asks.
class LastingSchemaTest < StoreCase
  # before anything is rolled back
  def setup = person

  def refused(&) = assert_raises(Sequel::DatabaseError) { DATABASE.transaction(savepoint: true, &) }

  def bond
    @bond ||= Actions::LongTests::BeginTest.call(values: { kind: "sustained", title: "Bond",
                                                           stations: [{ name: "A" }] },
                                                 person_id: person.id, started_at: Time.now - 7200)
  end

  def reading(**given)
    Models::LongReading.create(station_id: bond.stations.first.id, at: Time.now, hours: 1.0, read: "{}",
                               person_id: person.id, **given)
  end

  def test_a_loggers_line_is_kept_once_and_nothing_lies_before_the_start
    reading(source_key: "x:1")

    refused { reading(source_key: "x:1") }
    refused { reading(hours: -0.1) }
    refused { reading(count: -1) }
    refused { Models::LongStation.create(test_id: bond.id, position: 1, name: "B", terms: "{}") }
    refused { Models::LongTest.where(id: bond.id).update(started_at: nil) }
  end

  def test_withdrawals_answers_and_releases_need_their_words
    refused { Models::FactWithdrawal.create(subject: "long_reading", subject_id: 1, reason: "", person_id: person.id) }
    Models::FactWithdrawal.create(subject: "long_reading", subject_id: 1, reason: "slip", person_id: person.id)

    refused { Models::FactWithdrawal.create(subject: "long_reading", subject_id: 1, reason: "slip", person_id: person.id) }
    refused { Models::FactWithdrawal.create(subject: "else", subject_id: 1, reason: "slip", person_id: person.id) }
    broke = watched_break

    refused { Models::WatchedAnswer.create(break_id: broke.id, step: "luck", answer: "this", words: "x", person_id: person.id) }
    refused { Models::WatchedAnswer.create(break_id: broke.id, step: "chain", answer: "this", words: "", person_id: person.id) }
    refused { Models::WatchedBreak.create(**broke.values.except(:id, :uid), value_si: 0.0) }
  end

  def watched_break
    cord = Actions::Watching::Products.add(values: { name: "Cord", display_unit: "N" }, person_id: person.id)
    Actions::Watching::KeepBreak.call(product_id: cord.id, value: { text: "584", unit: "N" }, person_id: person.id)
  end

  def test_a_rule_of_upkeep_comes_due_by_something
    refused do
      Models::UpkeepRule.create(subject: "other", name: "Hoist", what: "look", since: Date.today, person_id: person.id)
    end
  end

  # Records: the application's own user may add to them, and nothing else.
  def test_what_was_read_and_signed_cannot_be_changed_or_deleted
    granted = DATABASE.fetch("SHOW GRANTS").flat_map(&:values).select { |text| text.match?(/UPDATE|DELETE/) }
    %w[long_readings long_events fact_withdrawals long_reports long_report_signatures long_report_papers watched_breaks
       watched_changes watched_answers watched_holds watched_releases upkeep_records].each do |table|
      assert_empty(granted.select { |text| text.include?("`#{table}`") }, table)
    end
    assert(granted.any? { |text| text.include?("`long_tests`") })
  end
end
