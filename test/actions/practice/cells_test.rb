# frozen_string_literal: true

require_relative "../../support/store_case"

# Masses on the cells of a lesson: shown as they read, told afterwards, whoever looked in time.
class PracticeChecksTest < StoreCase
  Practice = Actions::Practice

  def begun(lesson = "below-its-range") = Practice::Begin.call(person_id: person.id, lesson: lesson, seed: 3)
  def check(run, cell, by: person) = Practice::CheckCell.call(run_id: run.id, cell: cell, person_id: by.id)
  def pull(run) = Practice::PullNext.call(run_id: run.id, person_id: person.id)
  def shown(run) = Practice::Show.one(run.refresh)

  def test_plates_are_shown_and_readings_only_after_a_check
    run = begun
    big, small = shown(run)[:cells]

    assert_equal ["The cell of 100 kN", nil, []], big.values_at(:name, :checked, :points)
    assert_equal "100 kN, step 0.02 kN, certificate from 20 kN", big[:plate]
    check(run, "big")
    now = shown(run)[:cells]

    assert_equal([0, nil], now.map { |cell| cell[:checked] })
    at = now.first[:points].find { |point| point[:applied][:text] == "1.00" }
    assert_match(/\A\+0\.\d\d kN\z/, at[:off])
    assert_in_delta 0.095, at[:off_share], 0.045
    assert_nil now.first[:points].first[:off_share] # nothing hung on it
    assert_equal small, now.last
  end

  def test_looking_again_shows_the_same_and_the_first_time_counts
    run = begun
    check(run, "big")
    first = shown(run)[:cells]
    2.times { pull(run) }
    check(run, "big")

    assert_equal first, shown(run)[:cells]
    assert_equal 1, DATABASE[:events].where(action: "check_practice_cell", subject_id: run.id).count
  end

  def test_each_pull_says_which_cell_read_it_and_its_log_has_that_cells_steps
    run = begun
    assert_equal "The cell of 100 kN", shown(run)[:next][:cell]
    3.times { pull(run) }

    assert_equal((["The cell of 100 kN"] * 2) + ["The cell of 2 kN"], shown(run)[:pulled].map { |row| row[:cell] })
    steps = run.lot.pulls.sort_by(&:number).map { |made| made.recording.judged_channel.step_si }
    assert_in_delta 20.0, steps.first, 1e-6
    assert_operator steps.last, :<=, 1.0
  end

  def test_afterwards_it_is_told_how_each_read_and_whether_somebody_looked_in_time
    run = begun
    2.times { pull(run) }
    check(run, "big")
    check(run, "small")
    4.times { pull(run) }
    Practice::HandIn.call(run_id: run.id, kind: "none", person_id: person.id)
    big, small = shown(run)[:result]["cells"]

    assert_equal [false, 2, 4], big.values_at("sound", "checked", "pulls")
    assert_match(/some 95 N too much.* It was checked after it had been used\./, big["words"])
    assert_equal [true, 2, 2], small.values_at("sound", "checked", "pulls")
    assert_match(/checked before it was used/, small["words"])
    assert_raises(MildAnvil::Conflict) { check(run, "big") }
  end

  def test_a_cell_that_nobody_looked_at_is_told_so
    run = begun("connector-first")
    pull(run)
    Practice::HandIn.call(run_id: run.id, kind: "none", person_id: person.id)

    assert_equal(["It read right within two steps. Nobody hung a mass on it."],
                 shown(run)[:result]["cells"].map { |cell| cell["words"] })
  end

  def test_only_ones_own_cells_and_only_those_there_are
    run = begun
    assert_raises(MildAnvil::NotFound) { check(run, "huge") }
    assert_raises(MildAnvil::Forbidden) { check(run, "big", by: reviewer) }
    assert_empty shown(begun("lbf-as-kn"))[:cells]
  end

  def test_nothing_of_how_they_read_is_told_before
    run = begun
    %w[big small].each { |cell| check(run, cell) }

    refute_match(/sound|"why|offset|scatter|gain/, JSON.generate(shown(run)))
  end
end
