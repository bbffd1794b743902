# frozen_string_literal: true

require_relative "../../support/known_curves"

# A dead-weight check: order, tolerance, classes, range, sentences.
class CheckTest < CoreCase
  include KnownCurves

  Instrument = MildAnvil::Core::Instrument
  Step = Instrument::CheckSeries::Step
  LEVELS = [2000.0, 4000.0, 6000.0, 8000.0, 10_000.0].freeze

  def steps(loads, gain: 1.0, offset: 0.0, add: 0.0)
    loads.map { |f| Step.new(applied: f, indicated: (f * gain) + offset + (f.zero? ? 0.0 : add)) }
  end

  # Up and down with the zero before and after, three times.
  def three(gain: 1.0, back: 0.0, rest: 0.0, &block)
    Array.new(3) do
      up = steps([0.0, *LEVELS], gain: gain)
      up = up.map { |s| Step.new(applied: s.applied, indicated: yield(s.applied)) } if block_given?
      down = LEVELS.reverse.drop(1).map { |f| Step.new(applied: f, indicated: (f * gain) + back) }
      [*up, *down, Step.new(applied: 0.0, indicated: rest)]
    end
  end

  def checked(series, capacity: 10_000.0, tolerance: { share: 0.01 }, **given)
    Instrument::CheckResult.new(Instrument::CheckSeries.new(series, capacity: capacity),
                                tolerance: Instrument::CheckTolerance.new(**tolerance), resolution: 1.0,
                                range_maximum: 10_000.0, **given)
  end

  def words(result, symbol = "kN") = Instrument::CheckWords.new(result, unit: unit(symbol))

  def test_a_good_cell_is_usable_between_what_was_checked
    result = checked(three(gain: 1.002))

    assert_predicate result, :passed?
    assert_equal [2000.0, 10_000.0], result.range
    assert_in_delta 0.5, result.classes.best
    assert_in_delta 1.002, result.line.slope, 1e-9
    assert_match(/from 2\.00 kN to 10\.0 kN, the highest point checked/, words(result).use)
    assert_match(/Within class 0\.5 from 2\.00 kN\./, words(result).classes)
  end

  # 30 N at 2 kN and at 10 kN: 1.5 % and 0.3 %.
  def test_a_pass_in_newtons_is_a_fail_in_per_cent
    result = checked(three { |f| f.zero? ? 0.0 : f + 90.0 }, tolerance: { newtons: 100.0 })

    assert_predicate result, :passed?
    assert_in_delta 4.5, result.relative_fail.indication
    assert_match(/A pass in kN is a fail in per cent: at 2\.00 kN it is 4\.5 % off, outside every class/,
                 words(result).sentences.join(" "))
    assert_match(/Within class 3 from 4\.00 kN, class 2 from 6\.00 kN; below, class 3 fails on indication at 2/,
                 words(result).classes)
  end

  # Off at the bottom alone: the range begins above.
  def test_what_fails_below_leaves_the_range_above
    result = checked(three { |f| f < 3000.0 ? f * 1.05 : f })

    assert_equal [4000.0, 10_000.0], result.range
    assert_match(/Outside your tolerance at 2\.00 kN/, words(result).use)
    assert_equal [2000.0], result.failed_levels
  end

  def test_a_cell_that_is_off_everywhere_may_not_be_used
    result = checked(three(gain: 1.03))

    refute_predicate result, :passed?
    assert_match(/It may not be used: at .* your 1 % of reading allows/, words(result).use)
  end

  def test_what_made_a_class_fail_is_named_with_its_force
    result = checked(three(back: 80.0))

    assert_match(/class 0\.5 fails on reversibility at 8\.00 kN \(1 %, allowed 0\.75 %\)/, words(result).classes)
    assert_in_delta 80.0, result.reversibility
    assert_match(/Coming back it reads \+0\.080 kN at/, words(result).shape.join(" "))
  end

  def test_what_is_nothing_to_the_step_has_no_sign
    result = checked(three(back: -0.0001))

    assert_match(/Coming back it reads 0\.00\d* kN at/, words(result).shape.join(" "))
  end

  def test_the_zero_that_does_not_return_fails_a_class_for_the_whole_range
    result = checked(three(rest: 8.0))

    assert_in_delta 8.0, result.series.zero_residual
    assert_match(/class 0\.5 fails on return to zero \(0\.08 %, allowed 0\.05 %\)/, words(result).classes)
    assert_match(/Zero came back within 0\.008 kN/, words(result).shape.join)
  end

  # 1 N steps: class 0.5 only from 400 N on.
  def test_below_its_lowest_force_a_class_says_so
    series = [[0.0, 300.0, 1000.0, 10_000.0].map { |f| Step.new(applied: f, indicated: f) }]

    assert_match(/class 1 from 300 N, class 0\.5 from 1000 N/,
                 words(checked(series), "N").classes)
  end

  def test_one_series_is_an_indication_only
    result = checked([three.first])

    assert_match(/as an indication only/, words(result).classes)
    assert_match(/fewer than 3 series/, words(result).reservations.join)
  end

  def test_down_before_up_one_level_and_beyond_the_cell_are_refused_in_words
    wrong = { /goes down before it went up/ => steps([8000.0, 4000.0, 2000.0]),
              /up and down more than once/ => steps([0.0, 4000.0, 2000.0, 6000.0, 1000.0, 3000.0]),
              /one mass says nothing/ => steps([0.0, 4000.0, 0.0]), /has no load/ => steps([0.0, 0.0]),
              /one load twice/ => steps([0.0, 2000.0, 2000.0, 4000.0]),
              /beyond the capacity/ => steps([2000.0, 10_000.0], gain: 1.06),
              /would be an overload/ => steps([2000.0, 12_000.0]) }
    wrong.each do |pattern, series|
      error = assert_raises(MildAnvil::Error) { checked([series]) }
      assert_match pattern, error.message
    end
  end

  def test_a_display_without_a_step_and_a_shop_without_a_tolerance_are_refused
    series = Instrument::CheckSeries.new(three, capacity: 10_000.0)
    assert_raises(MildAnvil::InvalidInput) do
      Instrument::CheckResult.new(series, tolerance: Instrument::CheckTolerance.new(share: 0.01), resolution: 0.0,
                                          range_maximum: 10_000.0)
    end
    assert_raises(MildAnvil::InvalidInput) { Instrument::CheckTolerance.new }
    assert_raises(MildAnvil::InvalidInput) { Instrument::CheckTolerance.new(share: 0.0) }
  end

  def test_of_both_tolerances_the_larger_counts
    tolerance = Instrument::CheckTolerance.new(newtons: 50.0, share: 0.01)

    assert_equal [50.0, 100.0], [tolerance.allowed(2000.0), tolerance.allowed(10_000.0)]
  end

  def test_a_bent_cell_is_told_from_a_straight_one
    bent = checked(three { |f| f + (1.0e-6 * f * (10_000 - f)) })

    assert_in_delta 12.5, bent.bend, 0.01 # half of 25: only the way up bends
    assert_match(/It bends by/, words(bent).shape.join)
    assert_nil checked(three).bend
  end

  def test_errors_lie_on_a_line_between_the_levels_and_keep_their_share_outside
    result = checked(three { |f| f.between?(3000.0, 5000.0) ? f * 1.005 : f })

    assert_in_delta 10.0, result.error_at(3000.0)
    assert_in_delta 0.0, result.error_at(1000.0)
  end

  # Truth of the file: means of the second halves, 1.3564 % too high, 0.25 N back at 4 kg.
  def test_a_recording_gives_its_steps_and_the_line_through_them
    truth = KnownCurves::ALL.find { |t| t["name"] == "o12_dead_weight_check" }
    analysis = Curve::Analysis.new(read_known(truth).recording)
    settled = Instrument::SettledSteps.in(analysis)
    loads = truth.dig("asked", "masses_kg").map { |kg| kg * 9.80665 }
    series = Instrument::SettledSteps.series(Instrument::SettledSteps.matched(settled, loads))
    told = truth["calibration"]
    settled.zip(told["steps"]) { |s, t| assert_in_delta t["reading"], s.mean, told["step_reading_tol"] }

    checked_series = Instrument::CheckSeries.new(series, capacity: 200.0)
    result = Instrument::CheckResult.new(checked_series, resolution: 0.0098, range_maximum: 200.0,
                                                         tolerance: Instrument::CheckTolerance.new(share: 0.02))

    assert_equal 1, series.size
    assert_in_delta told["max_hysteresis"], result.reversibility, told["hysteresis_tol"]
    assert_in_delta told["slope"], result.line.slope, 3 * told["slope_tol"]
    assert_operator settled.map(&:swing).max, :<, 0.2
    assert_raises(MildAnvil::InvalidInput) { Instrument::SettledSteps.matched(settled, loads.drop(1)) }
  end

  # The last sample of a step may be the first of the next one, and a hand is at the mass before it comes off.
  def test_the_mean_of_a_step_has_nothing_of_the_next_one_in_it
    forces = [0, 4000, 8000, 4000, 0].flat_map { |force| Array.new(200) { |i| force + (i % 3) - 1.0 } }
    text = ["Time [s],Force [N]", *forces.each_with_index.map { |f, i| format("%.2f,%.1f", i * 0.1, f) }, ""].join("\n")
    analysis = Curve::Analysis.new(read_file(text).recording)
    found = Instrument::SettledSteps.in(analysis)

    assert_equal 3, found.size
    found.zip([4000, 8000, 4000]) { |step, force| assert_in_delta force, step.mean, 0.1 }
    assert_equal([0.0, 0.0], Instrument::SettledSteps.zeros(analysis).map(&:indicated))
  end

  def test_the_zeros_at_the_ends_of_a_recording_belong_to_its_first_and_last_run
    zeros = steps([0.0, 0.0])
    runs = Instrument::SettledSteps.rested([steps([10.0, 20.0]), steps([10.0, 20.0])], zeros)

    assert_equal([[0.0, 10.0, 20.0], [10.0, 20.0, 0.0]], runs.map { |run| run.map(&:applied) })
    hung = [steps([0.0, 10.0, 0.0])]
    assert_equal hung, Instrument::SettledSteps.rested(hung, zeros)
    assert_equal hung, Instrument::SettledSteps.rested(hung, [nil, nil])
  end

  def test_another_unit_is_told_and_not_taken_for_a_bad_cell_alone
    kilograms = three { |f| f }.map { |run| run.map { |s| s.dup.tap { |t| t.applied = s.applied / 100 } } }

    assert_match(/It shows 100 times what was hung on/, words(checked(kilograms)).sentences.join)
    assert_nil words(checked(three)).units
  end

  def test_two_runs_in_one_recording_share_the_empty_hanger_between_them
    loads = [0.0, 10.0, 20.0, 10.0, 0.0, 10.0, 20.0, 0.0]
    runs = Instrument::SettledSteps.series(steps(loads)).map { |run| run.map(&:applied) }

    assert_equal [[0.0, 10.0, 20.0, 10.0, 0.0], [0.0, 10.0, 20.0, 0.0]], runs
  end

  def test_masses_are_summed_and_a_wrong_sum_is_told
    assert_in_delta 35.5, Instrument::MassSum.call("20 + 10+5,5")
    assert_in_delta 0.3, Instrument::MassSum.call("0.1+0.2=0.3")
    assert_match(/10\+5 is 15, and not 16/, assert_raises(MildAnvil::InvalidInput) do
      Instrument::MassSum.call("10+5=16")
    end.message)
    ["", "10-5", "ten", "1e3", "-4", "10+"].each { |text| assert_raises(MildAnvil::InvalidInput, text) { Instrument::MassSum.call(text) } }
  end

  # Published values of the formula: 9.780327 at the equator, 9.832186 at the pole, 9.806199 at 45°.
  def test_gravity_by_latitude_and_height
    { 0.0 => 9.780327, 90.0 => 9.832186, 45.0 => 9.806199 }.each do |degrees, g|
      assert_in_delta g, Instrument::Gravity.at(degrees).value, 2e-6
    end
    assert_in_delta 9.806199 - 0.003086, Instrument::Gravity.at(-45.0, 1000.0).value, 2e-6
    assert_in_delta 98.0665 * (1 - (1.2 / 8000)), Instrument::Gravity.standard.weight(10.0, buoyancy: true), 1e-9
    [[91.0], [0.0, 20_000.0]].each { |bad| assert_raises(MildAnvil::InvalidInput) { Instrument::Gravity.at(*bad) } }
    assert_raises(MildAnvil::InvalidInput) { Instrument::Gravity.given(98.1) }
  end
end
