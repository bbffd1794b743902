# frozen_string_literal: true

require_relative "../support/committed_case"
require_relative "../support/chain_helpers"

# Fourteen things that the owner of the database can do behind the application's back, each told.
class TamperingsTest < CommittedCase
  include ChainHelpers

  Verify = Actions::Verify

  def setup
    super
    @lot = lot(name: "Sealed")
    @pulls = %w[8.1 8.4 7.9].map { |text| break_at(@lot, text) }
    @signed = sign(@lot)
    Actions::CountersignStatement.call(statement_id: @signed.id, sha256: @signed.sha256, person_id: reviewer.id)
    @loose = break_at(@lot, "8.2") # after it was signed: in no statement yet
    @check = keep_check(cell)
    @factor = DATABASE[:design_factors].first || factor
    Actions::Signing::SealChain.if_due
  end

  def factor
    Actions::SaveLibraryRow.add(table: "design_factors", values: { use: "Own", low: 3, high: 8, usual: 5, source: "x" },
                                person_id: person.id)
    DATABASE[:design_factors].first
  end

  def told = Verify::Evidence.call.reject(&:sound?).map(&:in_words)

  def judgement = @loose.judgements.first

  # what => table, row, values
  def tamperings
    { "a judgement outside of any statement" => [:judgements, judgement.id, { value_si: 12_345.0 }],
      "who judged" => [:judgements, judgement.id, { person_id: reviewer.id }],
      "a measurement" => [:measurements, @loose.measurements.first.id, { value_si: 12_345.0 }],
      "a measurement that is no bound any longer" => [:measurements, @loose.measurements.first.id,
                                                      { lower_bound_cause: "frozen" }],
      "a design factor" => [:design_factors, @factor[:id], { usual: @factor[:usual] + 1 }],
      "a specimen's number" => [:specimens, @loose.feature.specimen_id, { number: 77 }],
      "who made a check" => [:instrument_checks, @check.id, { person_id: reviewer.id }],
      "until when a check is good" => [:instrument_checks, @check.id, { good_until: Time.utc(2099) }],
      "a signature" => [:signatures, @signed.signatures.first.id, { seal: "A" * 88 }],
      "a signature taken away" => [:signatures, @signed.signatures.first.id,
                                   { seal: nil, seal_text: nil, seal_key: nil }],
      "when it was reviewed" => [:signatures, @signed.signatures.last.id, { created_at: Time.utc(2001) }],
      "when a piece was pulled" => [:pulls, @loose.id, { pulled_at: Time.utc(2001) }],
      "a term of the rating" => [:rating_terms, @lot.terms.id, { coverage_share: 0.5 }],
      "an event" => [:events, DATABASE[:events].min(:id), { before: '{"roles":["administrator"]}' }] }
  end

  def test_each_of_fourteen_is_told_and_nothing_else
    assert_empty told
    all = tamperings

    assert_equal 14, all.size
    all.each do |what, (table, id, values)|
      altered(table, { id: id }, **values) { refute_empty told, what }
    end
    assert_empty told
  end

  def test_a_row_that_nobody_wrote_and_one_that_is_gone
    db = OwnerDatabase.connection
    row = judgement.values
    copied = db[:judgements].insert(row.merge(id: nil, uid: ULID.generate, value_si: 99_000.0))
    assert_match(/judgements #{copied} was written by nobody that the events know/, told.join)
    db[:judgements].where(id: copied).delete
    db.run("SET FOREIGN_KEY_CHECKS = 0")
    db[:feature_failures].where(judgement_id: row[:id]).delete
    db.run("SET FOREIGN_KEY_CHECKS = 1")

    assert_match(/feature failures [0-9]+.[0-9]+ is gone/, told.join)
  end

  def test_a_document_that_was_taken_away_is_not_taken_for_one_that_waits
    OwnerDatabase.connection[:documents].where(statement_id: @signed.id, format: "csv", signature_count: 2).delete

    assert_match(/lacks the CSV with 2 signatures/, told.join)
  end

  # What a transaction wrote is its own, before its end tells of it.
  def test_what_is_written_in_one_transaction_is_signed_in_it
    MildAnvil::Store::Database.write do
      made = lot_with_breaks(8.1, 8.4, 7.9, name: "At once")
      assert sign(made)
    end
    assert_empty told
  end

  # More rows than one entry names are told in several.
  def test_many_rows_are_told_in_several_entries
    before = DATABASE[:events].count
    keys = DATABASE[:pulls].select_order_map(:id)
    with_most_rows(2) { MildAnvil::Store::Database.write { DATABASE[:pulls].where(id: keys).update(note: "looked at") } }

    assert_equal (keys.size / 2.0).ceil, DATABASE[:events].count - before
    assert_empty told
  end

  def with_most_rows(count)
    events = MildAnvil::Store::Events
    before = events::MOST_ROWS
    events.send(:remove_const, :MOST_ROWS)
    events.const_set(:MOST_ROWS, count)
    yield
  ensure
    events.send(:remove_const, :MOST_ROWS)
    events.const_set(:MOST_ROWS, before)
  end

  # The whole chain hashed anew, as its owner can: it does not meet its own signed head.
  def test_a_chain_that_was_written_anew_does_not_meet_its_signed_head
    db = OwnerDatabase.connection
    events = MildAnvil::Store::Events
    first = db[:events].order(:id).first
    db[:events].where(id: first[:id]).update(before: '{"x":1}')
    previous = events::START
    db[:events].order(:id).all.each do |row|
      row = row.merge(previous_sha256: previous)
      previous = events.digest(row)
      db[:events].where(id: row[:id]).update(previous_sha256: row[:previous_sha256], sha256: previous)
    end
    db[:event_tails].update(sha256: previous)

    assert_nil events.first_broken(DATABASE)
    assert_match(/the chain was another one/, told.join)
  end

  def test_the_rating_says_so_and_nothing_is_signed_over_it
    altered(:measurements, { id: @loose.measurements.first.id }, value_si: 12_345.0) do
      assert_equal ["measurements #{@loose.measurements.first.id}"], Actions::AlteredRows.of(@lot)
      error = assert_raises(MildAnvil::InvalidInput) { sign(@lot, fewer_reason: "x", revision_reason: "y") }
      assert_match(/altered behind the application's back/, error.message)
    end
    assert_empty Actions::AlteredRows.of(@lot)
  end
end
