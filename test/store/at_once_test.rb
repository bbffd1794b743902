# frozen_string_literal: true

require_relative "../support/store_case"

# Several people, or several files of one drop, at the same moment on the same lot: nothing is lost and nothing counts twice.
# Real transactions on several connections, so what is made here is not rolled back: it is deleted at the end.
class AtOnceTest < StoreCase
  PEOPLE = 4
  EACH = 3

  def run(...) = Minitest::Test.instance_method(:run).bind_call(self, ...)

  def setup
    @person = Models::Person.create(name: "At once #{rand(1_000_000)}", role: "technician")
    @job = Actions::CreateJob.call(customer: "At once", title: "Loops", person_id: @person.id)
    @lot = Actions::SaveLot.create(job_id: @job.id, values: { name: "At once", item_type: "sewn_loop" }, person_id: @person.id)
  end

  # Every other test is rolled back: all there is was made here.
  def teardown
    DATABASE.synchronize do |connection|
      connection.query("SET foreign_key_checks = 0")
      (DATABASE.tables - %i[schema_info people]).each { |table| DATABASE[table].delete }
      DATABASE[:people].where(Sequel[:id] >= @person.id).delete
    ensure
      connection.query("SET foreign_key_checks = 1")
    end
  end

  def at_once(count = PEOPLE)
    gate = Queue.new
    threads = Array.new(count) { |k| Thread.new { gate.pop && yield(k) } }
    count.times { gate << true }
    threads.map(&:value)
  end

  def summary = Actions::ShowLot.call(lot_id: @lot.id)[:summary]

  def test_files_and_judgements_of_one_lot
    at_once { |k| EACH.times { |i| judge(import(@lot, log_text(peak_newtons: 800 + (10 * k) + i), name: "#{k}-#{i}.csv"), "break") } }
    pulls = Models::Pull.where(lot_id: @lot.id).all

    assert_equal [*1..(PEOPLE * EACH)], pulls.map(&:number).sort
    assert_equal [*1..(PEOPLE * EACH)], Models::Specimen.where(lot_id: @lot.id).select_map(:number).sort
    stored = JSON.parse(Models::LotSummary.where(lot_id: @lot.id).get(:content))

    assert_equal JSON.parse(JSON.generate(Actions::RefreshLot.call(@lot))), stored
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
    draft = Actions::PreviewFile.call(lot_id: @lot.id, name: "log.csv", source: log_text(peak_newtons: 860), choices: {})[:draft_id]
    lots = Array.new(PEOPLE) { |k| Actions::SaveLot.create(job_id: @job.id, values: { name: "Other #{k}", item_type: "sewn_loop" }, person_id: @person.id) }
    answers = at_once do |k|
      Actions::SaveDraft.call(lot_id: lots[k].id, curve_id: draft, person_id: @person.id) && :kept
    rescue MildAnvil::NotFound
      :gone
    end

    assert_equal({ kept: 1, gone: PEOPLE - 1 }, answers.tally)
    assert_equal 1, Models::Pull.where(lot_id: lots.map(&:id)).count
  end

  # Each sweeps what the others left; whatever draft is lost on the way, every file ends as one pull in every lot.
  def test_the_same_file_for_several_lots
    lots = Array.new(PEOPLE) { |k| Actions::SaveLot.create(job_id: @job.id, values: { name: "Other #{k}", item_type: "sewn_loop" }, person_id: @person.id) }
    at_once { |k| import(lots[k], log_text(peak_newtons: 870)) }

    assert_equal([1] * PEOPLE, lots.map { |lot| Models::Pull.where(lot_id: lot.id).count })
    assert_equal PEOPLE, Models::Curve.exclude(pull_id: nil).count
  end

  # Each holds its own lot and wants the other's: one gives way and is tried again.
  def test_lots_that_borrow_from_each_other
    other = Actions::SaveLot.create(job_id: @job.id, values: { name: "Other", item_type: "sewn_loop" }, person_id: @person.id)
    [@lot, other].each { |lot| %w[8.0 8.3 8.1].each { |text| judge(peak(lot, text), "break") } }
    [[@lot, other], [other, @lot]].each { |lot, from| Actions::BorrowScatter.call(lot_id: lot.id, from: [from.id], person_id: @person.id) }
    at_once(2) { |k| 4.times { |i| judge(peak(k.zero? ? @lot : other, "8.#{i + 2}"), "break") } }

    [@lot, other].each do |lot|
      assert_equal 7, Models::Pull.where(lot_id: lot.id).count
      assert_equal "7 break", Actions::ShowLot.call(lot_id: lot.id)[:summary][:counts_in_words]
    end
  end

  def test_a_feature_breaks_once
    first = peak(@lot, "8.0", specimen_number: 1)
    answers = at_once do |k|
      k.zero? ? judge(first, "break") && :kept : peak(@lot, "8.#{k}", specimen_number: 1) && :kept
    rescue MildAnvil::Conflict
      :refused
    end
    numbers = Models::Pull.where(lot_id: @lot.id).order(:number).select_map(:number)

    assert_equal [*1..numbers.size], numbers
    assert_equal answers.count(:kept), numbers.size # the judgement, and each peak that came before it
  end

  def test_a_rating_is_signed_of_what_has_been_judged
    breaks = Array.new(4) { |k| judge(peak(@lot, "8.#{k}"), "break") }
    at_once(2) { |k| k.zero? ? judge(peak(@lot, "6.0"), "break") : Actions::SignRating.call(lot_id: @lot.id, person_id: @person.id) }
    signed = Models::SignedRating.where(lot_id: @lot.id).all

    assert_equal [1], signed.map(&:number)
    assert_includes [breaks.size, breaks.size + 1], signed.first.statement["counts"]["break"]
    refute_equal summary[:signed_current], signed.first.statement["counts"]["break"] == breaks.size
  end
end
