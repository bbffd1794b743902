# frozen_string_literal: true

require_relative "../../support/committed_case"
require_relative "../../support/at_once"

# Two at one moment: one thing is done, and the other is told so.
class SignedAtOnceTest < CommittedCase
  include AtOnce

  WAIT = 0.4

  def setup
    super
    @lot = lot_with_breaks(8.1, 8.4, 7.9)
    @signed = sign(@lot)
  end

  def review(by)
    Actions::CountersignStatement.call(statement_id: @signed.id, sha256: @signed.sha256, person_id: by.id)
  end

  # Taken out, the second would meet the schema and not a sentence.
  def test_of_two_reviewers_one_signs_and_the_other_is_told
    reviewers = Array.new(4) { add_person("reviewer") }

    assert_equal %i[Conflict Conflict Conflict done], at_once(4) { |k| review(reviewers[k]) }.sort
    assert_equal 2, @signed.refresh.signatures.size
  end

  def test_one_reviewer_who_presses_twice_signs_once
    somebody = reviewer

    assert_equal %i[done done done], at_once(3) { review(somebody) }
    assert_equal 1, DATABASE[:events].where(action: "countersign_statement").count
  end

  # Whoever rates the lot anew at this moment goes first, or waits: a superseded statement is not reviewed.
  def test_a_review_waits_for_whoever_has_the_lot
    somebody = reviewer
    held = Queue.new
    go = Queue.new
    holder = Thread.new do
      MildAnvil::Store::Database.write do
        Models::Lot.locked!(@lot.id)
        held << true
        go.pop
      end
    end
    held.pop
    waiting = Thread.new { review(somebody) }
    sleep WAIT
    assert_predicate waiting, :alive?
    assert_equal 1, @signed.refresh.signatures.size
    go << true
    [holder, waiting].each(&:join)

    assert_equal 2, Models::Statement[@signed.id].signatures.size
  end

  # The key is taken before the work is done: who comes second waits for the answer of the first.
  def test_one_key_does_its_work_once_however_many_send_it
    person
    ids = Queue.new
    answers = at_once(6) do
      ids << Actions::RecordPeak.call(lot_id: @lot.id, text: "8.2", unit: "kN", person_id: person.id,
                                      once_key: "one-key").id
    end

    assert_equal [:done] * 6, answers
    assert_equal 1, Array.new(6) { ids.pop }.uniq.size
    assert_equal 4, @lot.refresh.pulls_dataset.count
    assert_equal [:Conflict], at_once(1) { Actions::RecordPeak.call(lot_id: @lot.id, text: "8.3", unit: "kN", person_id: person.id, once_key: "one-key") }
  end
end
