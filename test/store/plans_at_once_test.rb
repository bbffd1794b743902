# frozen_string_literal: true

require_relative "../support/at_once"
require_relative "../support/committed_case"

# Several people at the same moment over one plan, one order, one study, one register: one of them is first, and the
# others are told.
class PlansAtOnceTest < CommittedCase
  include AtOnce

  Planning = Actions::Planning
  PEOPLE = 6
  FACTOR = { name: "Thread", levels: [{ name: "a" }, { name: "b" }, { name: "c" }] }.freeze

  def setup
    @person = add_person("technician")
    @job = Actions::CreateJob.call(customer: "At once", title: "Loops", person_id: @person.id)
    values = { name: "First", item_type: "sewn_loop" }
    @lot = Actions::SaveLot.create(job_id: @job.id, values: values, person_id: @person.id)
  end

  def at_once(&block) = super(PEOPLE, &block)

  def test_one_plan_is_kept_and_the_others_are_told
    found = at_once do |k|
      Planning::SavePlan.call(lot_id: @lot.id, content: { pulls: k + 1 }, revision: 0, person_id: @person.id)
    end

    assert_equal({ done: 1, Conflict: PEOPLE - 1 }, found.tally)
    assert_equal 1, Models::Plan.where(lot_id: @lot.id).count
    assert_equal Models::Plan.of(@lot.id).content_h[:pulls], @lot.refresh.specimens_planned
  end

  def test_specimens_listed_at_one_moment_have_numbers_of_their_own
    at_once { Planning::SpecimenList.add(lot_id: @lot.id, count: 2, pattern: "P{n}", person_id: @person.id) }
    numbers = Models::Specimen.where(lot_id: @lot.id).select_map(:number)

    assert_equal [*1..(PEOPLE * 2)], numbers.sort
  end

  def test_a_request_sent_twice_at_one_moment_lists_them_once
    at_once { Planning::SpecimenList.add(lot_id: @lot.id, count: 2, person_id: @person.id, once_key: "same-key-1") }

    assert_equal 2, Models::Specimen.where(lot_id: @lot.id).count
  end

  def test_orders_of_a_study_drawn_from_two_of_its_cells_are_revisions_one_after_the_other
    lots = study
    at_once { |k| Planning::PullOrders.draw(lot_id: lots[k % 2].id, of_study: true, person_id: @person.id) }

    assert_equal [*1..PEOPLE], Models::PullOrder.exclude(study_id: nil).order(:revision).select_map(:revision)
  end

  def test_a_cell_becomes_one_lot_however_often_it_is_asked_for
    study
    id = Models::Study.first.id
    found = at_once do
      Planning::StudyCells.make(study_id: id, cells: [["c"]], like: @lot.id, planned: 2, person_id: @person.id)
    end

    assert_equal({ done: 1, InvalidInput: PEOPLE - 1 }, found.tally)
    assert_equal(1, Planning::StudyCells.show(study_id: id)[:cells].count do |cell|
      cell[:levels] == ["c"] && cell[:lot_id]
    end)
  end

  # The first lot is cell a, a second one b, each with two pieces.
  def study
    made = Actions::SaveStudy.call(job_id: @job.id, name: "Sewn", factors: [FACTOR], person_id: @person.id)
    Actions::AssignLevels.call(lot_id: @lot.id, level_ids: [made.factors.first.levels.first.id], person_id: @person.id)
    other, = Planning::StudyCells.make(study_id: made.id, cells: [["b"]], like: @lot.id, planned: 2,
                                       person_id: @person.id)
    [@lot, other].each { |lot| Planning::SpecimenList.add(lot_id: lot.id, count: 2, person_id: @person.id) }
    [Models::Lot.fetch!(@lot.id), Models::Lot.fetch!(other.id)]
  end

  def test_one_name_one_row_of_the_register
    found = at_once do
      Planning::Register.add(table: "benches", values: { name: "Bench 9", kind: "frame" }, person_id: @person.id)
    end

    assert_equal 1, Models::Bench.where(name: "Bench 9").count, found.tally
  end

  def test_one_guess_a_person_and_piece
    piece, = Planning::SpecimenList.add(lot_id: @lot.id, count: 1, person_id: @person.id)
    found = at_once { |k| Planning::Guesses.seal(specimen_id: piece.id, text: (8 + k).to_s, unit: "kN", person_id: @person.id) }

    assert_equal({ done: 1, Conflict: PEOPLE - 1 }, found.tally)
  end

  def test_the_journal_stays_whole
    test_one_plan_is_kept_and_the_others_are_told

    assert_nil MildAnvil::Store::Events.first_broken(DATABASE)
  end
end
