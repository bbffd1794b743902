# frozen_string_literal: true

require_relative "../../test_helper"

# What a reading is worth, two cells in line, what checks say about readings, and where a cell is going.
class ChainTest < CoreCase
  Instrument = MildAnvil::Core::Instrument
  Budget = Instrument::ReadingBudget
  Check = Instrument::CheckHistory::Check
  Overload = Instrument::CheckHistory::Overload
  DAY = 86_400
  START = Time.utc(2026, 9, 1)

  def budget(**given) = Budget.new(10_000.0, **given)
  def certificate(**given) = Budget::Certificate.new(factor: 2.0, **given)

  def test_parts_that_are_zero_are_left_out_and_what_is_unknown_is_named
    only = budget(certificate: certificate(expanded_share: 0.004), resolution: 0.0)

    assert_equal(["calibration"], only.parts.map { |part| part[:key] })
    assert_equal ["check with masses"], only.unknown
    assert_in_delta 20.0, only.budget.combined
    assert_nil budget.budget
    assert_equal 3, budget.unknown.size
  end

  # 20 N from the certificate is shared; the display's steps are not.
  def test_what_is_shared_does_not_hold_the_display
    known = budget(certificate: certificate(expanded_share: 0.004, expanded_newtons: 10.0), resolution: 12.0)

    assert_in_delta 1.959964 * 20 / 10_000, known.shared_share, 1e-8
    assert_in_delta Math.sqrt((20**2) + (2 * 12)), known.budget.combined, 1e-9
    assert_equal([true, false, false], known.parts.map { |part| part[:shared] })
  end

  def test_a_drift_is_a_rectangle_of_its_own_width
    assert_in_delta 12 / Math.sqrt(12), budget(drift: -12.0).budget.combined, 1e-12
  end

  def test_one_sided_parts_correct_the_reading
    missed = budget(missed: 12.0, degrees: 0.0)

    assert_in_delta 10_006.0, missed.budget.corrected
    assert_operator budget(degrees: 3.0).budget.corrected, :<, 10_000.0
  end

  # 1 degree of freedom is not many: the factor grows.
  def test_a_pooled_scatter_brings_its_degrees_of_freedom
    part = Instrument::BudgetParts.repeatability(20.0, 1, dof: 2)
    found = Instrument::UncertaintyBudget.new(1000.0, [part, Instrument::BudgetParts.resolution(0.0)])

    assert_in_delta 2.0, found.effective_dof
    assert_in_delta 4.302653 * 20, found.expanded, 1e-4
    assert_raises(MildAnvil::InsufficientData) { Instrument::BudgetParts.repeatability(20.0, 1) }
  end

  # A lone reading without a scatter ended in NaN.
  def test_a_part_of_zero_has_no_degrees_of_freedom
    parts = [Instrument::BudgetParts.repeatability(0.0, 1), Instrument::BudgetParts.calibration(6.0)]
    found = Instrument::UncertaintyBudget.new(1000.0, parts)

    assert_equal Float::INFINITY, found.effective_dof
    assert_in_delta 1.959964 * 3, found.expanded, 1e-5
  end

  def cross(readings, known: [20.0, 15.0], **given)
    Instrument::CrossCheck.new(readings, uncertainties: known.map { |u| ->(_) { u } }, **given)
  end

  def test_two_cells_agree_within_both_uncertainties_and_not_beyond
    assert_predicate cross([[10_000.0, 10_025.0]]), :agree?
    refute_predicate cross([[10_000.0, 10_025.1]]), :agree?
    assert_nil cross([[10_000.0, 10_000.0]], known: [20.0, nil]).agree?
    assert_raises(MildAnvil::InsufficientData) { cross([[0.0, 10.0]]) }
  end

  def test_the_sentence_names_both_and_the_one_that_counts
    words = MildAnvil::Core::Plan::Wording.new(unit("kN"))
    said = cross([[10_000.0, 9000.0]]).sentences(%w[C-2 G-4], words, rule: "C-2")

    assert_equal ["C-2 and G-4 differ by 1.00 kN at 10.0 kN; together they explain 0.0250 kN. One of them is wrong.",
                  "C-2 counts, as declared."], said
    assert_match(/Nobody has declared/, cross([[10_000.0, 9000.0]]).sentences(%w[A B], words).join)
  end

  # 4 to 1 by its parts; 3.5 times measured: friction.
  def test_a_rig_is_held_against_what_it_should_multiply
    rig = cross([[3500.0, 1000.0], [7000.0, 2000.0]], advantage: 4.0)

    assert_in_delta 3.5, rig.measured_advantage
    refute_predicate rig, :agree?
  end

  def history(*checks, overloads: [])
    Instrument::CheckHistory.new(checks.map do |day, passed, good|
      Check.new(at: START + (day * DAY), passed: passed, good_until: good && (START + (good * DAY)), reference: day)
    end, overloads.map { |day| Overload.new(at: START + (day * DAY), newtons: 1.0) })
  end

  def state(history, day, now: nil) = history.at(START + (day * DAY), now: now && (START + (now * DAY))).state

  def test_a_reading_stands_by_the_checks_on_both_sides
    assert_equal :never, state(history, 1)
    assert_equal :good, state(history([0, true, 30]), 5)
    assert_equal :lapsed, state(history([0, true, 30]), 31)
    assert_equal :confirmed, state(history([0, true, 30], [40, true, 70]), 31)
    assert_equal :failed, state(history([0, true, 30], [10, false, nil]), 5)
    assert_equal :failed, state(history([0, false, nil], [10, true, 40]), 5)
    assert_equal :good, state(history([0, true, 30], [10, true, 40], [20, false, nil]), 5)
    assert_equal :confirmed, state(history([10, true, 40]), 5)
  end

  def test_an_overload_is_in_question_until_the_next_good_check
    assert_equal :good, state(history([0, true, 30], overloads: [6]), 5)
    assert_equal :overloaded, state(history([0, true, 30], overloads: [6]), 7)
    assert_equal :confirmed, state(history([0, true, 30], [9, true, 39], overloads: [6]), 7)
    assert_equal :good, state(history([0, true, 30], [9, true, 39], overloads: [6]), 10)
  end

  def test_what_ran_out_since_is_due_and_still_trusted
    assert_equal :due, state(history([0, true, 30]), 5, now: 31)
    assert_equal :good, state(history([0, true, 30]), 5, now: 30)
    assert_predicate history([0, true, 30]).at(START + DAY, now: START + (40 * DAY)), :trusted?
    refute_predicate history.at(START), :trusted?
  end

  def chart(values, **given) = Instrument::CheckChart.new(values, **given)

  def test_seven_rising_are_told_and_six_are_not
    rising = [1.0, 2.2, 3.1, 4.4, 5.0, 6.3, 7.1]

    assert_match(/Rising seven checks running; .*: have it looked at\./, chart(rising).sentences.join)
    assert_empty chart(rising.first(6)).sentences.grep(/Rising/)
    assert_match(/Falling seven/, chart(rising.map(&:-@)).sentences.join)
    assert_equal 0, chart([1.0, 1.0]).run
  end

  def test_more_than_half_of_what_is_allowed_is_told
    assert_match(/More than half/, chart([0.0, 60.0], allowed: 100.0).sentences.join)
    assert_empty chart([0.0, 50.0], allowed: 100.0).sentences
    assert_match(/Beyond what you allow/, chart([0.0, -160.0], allowed: 100.0).sentences.join)
  end

  def test_a_jump_out_of_the_scatter_is_told_only_when_it_is_the_newest
    calm = [1.0, 2.0, 1.0, 2.0, 1.0, 2.0, 1.0, 2.0]

    assert_match(/beyond what the earlier ones scatter/, chart([*calm, 12.0]).sentences.join)
    assert_empty chart([*calm, 12.0, 1.5, 1.0, 2.0]).sentences
    assert_nil chart([1.0, 1.0, 1.0]).chart
  end
end
