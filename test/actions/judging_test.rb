# frozen_string_literal: true

require_relative "../support/store_case"

# From a measurement to what a pull counts as.
class JudgingTest < StoreCase
  def refused(&block) = assert_raises(MildAnvil::InvalidInput, &block).details[:fields]

  def test_what_was_measured_is_what_counts_and_nothing_else
    pull = peak(lot, "8.1")
    judged = judge(pull, "break", failed_part: "specimen")

    assert_in_delta 8100.0, judged.value_si
    assert_equal pull.measurements.first.id, judged.measurement_id
    assert_raises(ArgumentError) { judge(pull, "at_least", value_si: 80_000.0) }
  end

  def test_a_cell_at_its_end_gives_neither_a_break_nor_an_upper_value
    pull = import(lot, saturated_text)

    assert_equal "saturated", pull.measurement("peak").lower_bound_cause
    assert_match(/cell was at its end/, refused { judge(pull, "break", failed_part: "specimen") }[:counts_as])
    assert_includes refused { judge(pull, "between", upper: { text: "9", unit: "kN" }, reason: "x") }.keys, :counts_as
    assert_includes refused { judge(pull, "at_most", stated: { text: "9", unit: "kN" }, reason: "x") }.keys, :counts_as
    assert_in_delta 800.0, judge(pull, "at_least", failed_part: "specimen").value_si, 1.0
  end

  def test_a_failure_is_final_whatever_comes_later
    made = lot
    first = break_at(made, "8.1", specimen_number: 3)
    later = peak(made, "9.9", specimen_number: 3)
    judge(later, "at_least", failed_part: "rope")

    assert_equal(["1 break", %w[counted superseded]],
                 summary(made).then { |s| [s["counts_in_words"], s["marks"].map { |m| m["state"] }] })
    assert_match(/failed already in pull #{first.number}/, refused do
      judge(later, "break", failed_part: "specimen")
    end[:counts_as])
    assert_match(/a failure is final/, row(later)[:state_reason])
  end

  def test_a_pull_again_replaces_the_at_least
    made = lot
    judge(peak(made, "7.4", specimen_number: 1), "at_least", failed_part: "connector")
    break_at(made, "8.9", specimen_number: 1)

    assert_equal "1 break", summary(made)["counts_in_words"]
  end

  def test_the_order_is_that_of_pulling_not_of_entry
    made = lot
    late = peak(made, "7.0", specimen_number: 1)
    early = peak(made, "5.0", specimen_number: 1, pulled_at: Time.now - 3600)
    [late, early].each { |pull| judge(pull, "at_least", failed_part: "rope") }

    assert_equal(%w[counted superseded], shown(made)[:pulls].map { |p| p[:state] })
    assert_nil row(early)[:preload]
    assert_equal(["5.0", "pull 2", true], row(late).then do |r|
      [r[:preload][:text], r[:preload_source], r[:preloaded]]
    end)
  end

  # A void of 30 kN leaves nothing behind; neither does a reading that was mistyped and corrected.
  # A pull by itself is read without the rest of its lot.
  def test_a_pull_shown_alone_is_what_its_lot_shows
    made = lot
    %w[8.1 8.4 5.0].each.with_index(1) { |text, i| break_at(made, text, specimen_number: i, feature_name: "end A") }
    judge(peak(made, "4.1", specimen_number: 1, feature_name: "end B"), "void", reason: "wrong pin")
    again = peak(made, "4.4", specimen_number: 2, feature_name: "end B")
    judge(again, "at_least", failed_part: "connector")
    break_at(made, "7.9", specimen_number: 2, feature_name: "end B")
    Actions::RecordLoad.call(lot_id: made.id, specimen_number: 3, source: "transport", text: "3", unit: "kN",
                             person_id: person.id)
    rows = shown(made)[:pulls]

    assert_equal([6, %w[counted superseded void]], [rows.size, rows.map { |r| r[:state] }.uniq.sort])
    rows.each { |row| assert_equal row, Actions::ShowPull.call(pull_id: row[:id]).slice(*row.keys) }
  end

  def test_what_was_voided_or_corrected_loaded_nothing
    made = lot
    wrong = peak(made, "30.0", specimen_number: 1, feature_name: "end A")
    pull = peak(made, "8.1", specimen_number: 1, feature_name: "end B")

    assert row(pull)[:preloaded]
    judge(wrong, "void", reason: "typed for another piece")
    assert_nil row(pull)[:preload]
    Actions::JudgePull.undo(pull_id: wrong.id, person_id: person.id)
    Actions::CorrectReading.call(pull_id: wrong.id, text: "3.0", unit: "kN", reason: "point forgotten",
                                 person_id: person.id)

    assert_equal(["3.0", false], row(pull).then { |r| [r[:preload][:text], r[:preloaded]] })
  end

  def test_what_a_piece_carried_before_it_came_is_a_load_too
    made = lot
    pull = break_at(made, "8.1", specimen_number: 1)
    loads = Actions::RecordLoad.call(lot_id: made.id, specimen_number: 1, source: "planned proof", text: "6",
                                     unit: "kN",
                                     at: Time.now - 60, person_id: person.id)

    assert_equal(["6.00", "planned proof", true], row(pull).then do |r|
      [r[:preload][:text], r[:preload_source], r[:preloaded]]
    end)
    assert_equal "1 break", summary(loads)["counts_in_words"]
    Actions::RecordLoad.withdraw(load_id: Models::Load.of_lot(made.id).first.id, person_id: person.id)

    refute row(pull)[:preloaded]
  end

  def test_undo_takes_back_one_judgement_after_the_other
    pull = peak(lot, "8.1")
    judge(pull, "break", failed_part: "specimen")
    judge(pull, "void", reason: "wrong pin")
    seen = Array.new(2) { Actions::JudgePull.undo(pull_id: pull.id, person_id: person.id).judgement&.counts_as }

    assert_equal ["break", nil], seen
    assert_raises(MildAnvil::Conflict) { Actions::JudgePull.undo(pull_id: pull.id, person_id: person.id) }
    assert_equal 4, Models::Judgement.where(pull_id: pull.id).count
  end

  # Voided, so that another pull of it may be the failure; then the void is taken back.
  def test_an_undo_does_not_make_a_second_failure
    made = lot
    first = break_at(made, "8.1", specimen_number: 1)
    judge(first, "void", reason: "wrong pin")
    break_at(made, "8.4", specimen_number: 1)
    error = assert_raises(MildAnvil::Conflict) { Actions::JudgePull.undo(pull_id: first.id, person_id: person.id) }

    assert_match(/failed in pull 2/, error.message)
    assert_equal "void", first.refresh.judgement.counts_as
  end

  def test_at_most_is_for_a_pull_of_which_nothing_was_read
    pull = Actions::RecordPeak.call(lot_id: lot.id, person_id: person.id)
    stated = { text: "9,5", unit: "kN" }

    assert_match(/nothing was read/, refused { judge(pull, "break", failed_part: "specimen") }[:counts_as])
    judged = judge(pull, "at_most", stated: stated, failed_part: "specimen", reason: "Wren saw it go before 9.5")

    assert_equal [9500.0, "9.5", "kN"], [judged.value_si, judged.stated_text, judged.stated_unit]
    assert_includes refused { judge(peak(lot, "8.1"), "at_most", stated: stated, reason: "x") }.keys, :counts_as
  end

  # Typed in pounds, shown in kilonewtons, its reason changed: the upper value is what was typed, to the letter.
  def test_the_upper_value_of_a_between_stays_as_typed
    pull = peak(lot, "21.0")
    typed = { text: "5651", unit: "lbf" }
    2.times { |i| judge(pull, "between", upper: typed, failed_part: "specimen", reason: "gauge, look #{i}") }
    upper = row(pull)[:judgement]

    assert_equal ["5651", "lbf"], upper.values_at(:stated_text, :stated_unit)
    assert_in_delta 5651 * 4.4482216152605, upper[:upper_si], 1e-9
    assert_equal "5651", upper[:upper][:texts]["lbf"]
  end

  def test_a_value_that_was_overruled_meanwhile_is_told
    pull = import(lot, log_text)
    seen = pull.measurement("peak").id
    overrule(pull, text: "0.85")
    error = assert_raises(MildAnvil::Conflict) { judge(pull, "break", failed_part: "specimen", measurement_id: seen) }

    assert_match(/0\.8500 kN by now|0\.85\d* kN by now/, error.message)
  end

  def overrule(pull, text:)
    Actions::OverruleFinding.call(pull_id: pull.id, person_id: person.id, kind: "peak", ordinal: 0, reason: "display",
                                  typed: { text: text, unit: "kN" })
  end

  def test_overruling_leaves_what_was_judged_and_says_so
    pull = import(lot, log_text)
    judge(pull, "break", failed_part: "specimen")
    overrule(pull, text: "0.85")
    shown = row(pull)

    assert_in_delta 899.9, shown[:judgement][:value_si], 1.0
    assert_in_delta 850.0, shown[:measurement][:value_si]
    assert shown[:judgement][:outdated]
    assert_equal %w[finding override], pull.measurements_dataset.order(:id).select_map(:source)
  end

  def test_a_peak_sent_twice_is_one_pull
    made = lot
    ids = Array.new(2) { peak(made, "8.1", once_key: "press-of-enter").id }

    assert_equal 1, ids.uniq.size
    assert_equal 1, made.pulls_dataset.count
    assert_match(/used for something else/,
                 assert_raises(MildAnvil::Conflict) { peak(made, "8.2", once_key: "press-of-enter") }.message)
  end

  def test_a_judgement_without_what_failed_stays_incomplete
    made = lot(specimens_planned: 1)
    pull = peak(made, "8.1")
    judge(pull, "break")

    assert_equal ["judge", 1], summary(made).values_at("next_step", "incomplete")
    judge(pull, "break", failed_part: "specimen")
    refute_equal "judge", summary(made)["next_step"]
  end

  def test_nobody_judges_unnamed
    pull = peak(lot, "8.1")
    assert_raises(MildAnvil::NotSignedIn) do
      Actions::JudgePull.call(pull_id: pull.id, person_id: nil,
                              counts_as: "break")
    end
    gone = add_person("technician")
    Actions::ManagePeople.change(id: gone.id, values: { active: false }, by: add_person("administrator").id)
    assert_raises(MildAnvil::NotSignedIn) do
      Actions::JudgePull.call(pull_id: pull.id, person_id: gone.id,
                              counts_as: "break")
    end
  end
end
