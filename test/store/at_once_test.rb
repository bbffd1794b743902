# frozen_string_literal: true

require_relative "../support/committed_case"
require "minitest/mock"

# Several people, or several files of one drop, at the same moment on the same lot: nothing is lost and nothing counts
# twice.
class AtOnceTest < CommittedCase
  PEOPLE = 4
  EACH = 3

  def setup
    @person = add_person("technician", "administrator")
    @job = Actions::CreateJob.call(customer: "At once", title: "Loops", person_id: @person.id)
    @lot = another("At once")
  end

  def another(name)
    Actions::SaveLot.create(job_id: @job.id, values: { name: name, item_type: "sewn_loop" }, person_id: @person.id)
  end

  def at_once(count = PEOPLE)
    gate = Queue.new
    threads = Array.new(count) { |k| Thread.new { gate.pop && yield(k) } }
    count.times { gate << true }
    threads.map(&:value)
  end

  def test_files_and_judgements_of_one_lot
    at_once do |k|
      EACH.times do |i|
        pull = import(@lot, log_text(peak_newtons: 800 + (10 * k) + i), name: "#{k}-#{i}.csv")
        judge(pull, "break", failed_part: "specimen")
      end
    end
    numbers = [*1..(PEOPLE * EACH)]

    assert_equal numbers, Models::Pull.where(lot_id: @lot.id).select_map(:number).sort
    assert_equal numbers, Models::Specimen.where(lot_id: @lot.id).select_map(:number).sort
    assert_equal "#{numbers.size} break", shown(@lot)[:summary]["counts_in_words"]
    assert_nil MildAnvil::Store::Events.first_broken(DATABASE)
  end

  def test_judgements_typed_at_one_moment_leave_no_fact_behind
    pulls = Array.new(PEOPLE * EACH) { |i| peak(@lot, format("%.2f", 8 + (i * 0.01)), specimen_number: i + 1) }
    at_once { |k| pulls.each_slice(PEOPLE) { |some| judge(some[k], "break", failed_part: "specimen") } }

    assert_equal "#{pulls.size} break", shown(@lot)[:summary]["counts_in_words"]
    assert_empty Models::LotSummary.dataset.behind
  end

  # The process that judged died before it brought the facts up.
  def test_the_worker_brings_up_what_somebody_left_behind
    pull = peak(@lot, "8.10")
    Actions::RefreshLot.stub(:settle, nil) { judge(pull, "break", failed_part: "specimen") }

    assert_equal [@lot.id], Models::LotSummary.dataset.behind.select_map(:lot_id)
    assert shown(@lot)[:summary]["computing"]
    nil while Actions::Worker.run_once

    assert_equal "1 break", shown(@lot)[:summary]["counts_in_words"]
    refute shown(@lot)[:summary]["computing"]
  end

  def test_the_same_file_comes_in_once
    answers = at_once do
      import(@lot, log_text(peak_newtons: 850)) && :kept
    rescue MildAnvil::Conflict
      :refused
    end

    assert_equal({ kept: 1, refused: PEOPLE - 1 }, answers.tally)
  end

  def test_a_draft_is_given_one_pull
    draft = Actions::PreviewFile.call(lot_id: @lot.id, name: "log.csv", source: log_text(peak_newtons: 860),
                                      choices: {},
                                      person_id: @person.id)[:draft_id]
    lots = Array.new(PEOPLE) { |k| another("Other #{k}") }
    answers = at_once do |k|
      Actions::SaveDraft.call(lot_id: lots[k].id, recording_id: draft, person_id: @person.id) && :kept
    rescue MildAnvil::NotFound
      :gone
    end

    assert_equal({ kept: 1, gone: PEOPLE - 1 }, answers.tally)
    assert_equal 1, Models::Pull.where(lot_id: lots.map(&:id)).count
  end

  # Each sweeps what the others left; whatever draft is lost on the way, every file ends as one pull in every lot.
  def test_the_same_file_for_several_lots
    lots = Array.new(PEOPLE) { |k| another("Other #{k}") }
    at_once { |k| import(lots[k], log_text(peak_newtons: 870)) }

    assert_equal([1] * PEOPLE, lots.map { |lot| Models::Pull.where(lot_id: lot.id).count })
    assert_equal PEOPLE, Models::Recording.exclude(pull_id: nil).count
  end

  # Each holds its own lot and brings the other's summary up to date: neither waits for the other for ever.
  def test_lots_that_borrow_from_each_other
    other = another("Other")
    [@lot, other].each { |lot| %w[8.0 8.3 8.1].each { |text| break_at(lot, text) } }
    [[@lot, other], [other, @lot]].each do |lot, from|
      Actions::BorrowScatter.call(lot_id: lot.id, from: [from.id], person_id: @person.id)
    end
    at_once(2) { |k| 4.times { |i| break_at(k.zero? ? @lot : other, "8.#{i + 2}") } }

    [@lot, other].each { |lot| assert_equal "7 break", shown(lot)[:summary]["counts_in_words"] }
  end

  def test_a_feature_fails_once
    pulls = Array.new(PEOPLE) { |k| peak(@lot, "8.#{k}", specimen_number: 1) }
    answers = at_once do |k|
      judge(pulls[k], "break", failed_part: "specimen") && :kept
    rescue MildAnvil::InvalidInput
      :refused
    end

    assert_equal({ kept: 1, refused: PEOPLE - 1 }, answers.tally)
    assert_equal 1, DATABASE[:feature_failures].count
  end

  # Four clicks at once, and somebody who judges meanwhile: one statement, of what was seen, or none.
  def test_a_statement_is_signed_once_of_what_was_seen
    4.times { |k| break_at(@lot, "8.#{k}") }
    seen = computed(@lot).sha256
    answers = at_once do |k|
      next break_at(@lot, "6.0") && :judged if k.zero?

      Actions::SignStatement.call(lot_id: @lot.id, sha256: seen, person_id: @person.id,
                                  once_key: "click-of-one-hand") && :signed
    rescue MildAnvil::Conflict
      :told
    end
    signed = Models::Statement.where(lot_id: @lot.id).all

    assert_equal 1, answers.count(:judged)
    assert_equal answers.include?(:signed) ? 1 : 0, signed.size
    signed.each do |statement|
      assert_equal [seen, 4], [statement.sha256, statement.frozen_body["inputs"]["pulls"].size]
    end
  end

  def test_a_key_is_used_once
    ids = at_once { peak(@lot, "8.0", once_key: "the-same-key").id }

    assert_equal 1, ids.uniq.size
    assert_equal 1, Models::Pull.where(lot_id: @lot.id).count
  end
end
