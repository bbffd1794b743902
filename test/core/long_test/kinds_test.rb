# frozen_string_literal: true

require_relative "../../support/long_setups"

# What each kind of long test says of readings whose answer is known.
class LongTestKindsTest < CoreCase
  include LongSetups

  def test_creep_slows_and_is_led_to_its_years_hot_or_not
    cool = creep(temperature: 21.0)
    hot = creep(temperature: 43.0)

    assert_match(/\A0\.\d+ mm after 42 days; slowing\z/, cool.stations.first.headline)
    assert_match(/\AIn 50 years it will have come to 1\.\d+ mm, with 95 %/, line(cool, "horizon"))
    assert_match(/\AIn 10 years/, line(hot, "horizon"))
    assert_match(/within the 3 mm allowed.*That is \d+ times as long/m, line(hot, "horizon"))
    assert_match(/beyond the 0.5 mm allowed/, line(creep(limit: 0.0005), "horizon"))
    assert_equal "alarm", creep(limit: 0.0005).tone
  end

  def test_creep_that_leaves_its_law_is_an_alarm_and_leads_nowhere
    rows = CREEP_HOURS.map { |h| [h, 0.4 + (0.08 * (h**0.2)) + ([h - 400, 0].max * 0.0008)] }
    found = answer("sustained", [station(readings: rows.map { |h, mm| at(h, travel: mm / 1000) })])

    assert_equal "alarm", found.tone
    assert_match(/running away from its law/, found.headline)
    assert_nil line(found, "horizon")
    assert_match(/where .* was foretold/, line(found, "away"))
  end

  def test_a_load_that_fell_and_an_interruption_are_said
    rows = CREEP_HOURS.map { |h| at(h, travel: (0.4 + (0.08 * (h**0.2))) / 1000, load: h > 100 ? 8500.0 : 9000.0) }
    marks = [{ word: "interrupted", hours: 30.0, count: nil, note: "power was off" }]
    found = answer("sustained", [station(terms: { load: 9000.0 }, readings: rows, marks: marks)])

    assert_match(/fell to 8\.50 kN, more than 5 % below 9 kN/, line(found, "load"))
    assert_match(/Interrupted once, last after 30 h: power was off/, line(found, "interrupted"))
  end

  # 10 kN − 0.3 kN a decade: 4.9 % lost from lock-off to 1000 h read, and 10 − 0.3·log10(438 300) = 8.31 kN in 50 years.
  def test_relaxation_by_hand
    rows = [0.1, 1, 10, 100, 1000].map { |h| at(h, load: 10_000.0 - (300 * Math.log10(h))) }
    found = answer("relaxation", [station(readings: rows)], terms: { lock_off: 10_300.0, loss: 0.2 },
                                                            steps: { load: 1.0 })

    assert_match(/9\.100 kN after 42 days, 11\.7 % lost since lock-off/, found.stations.first.headline)
    assert_match(/come to 8\.307 kN/, line(found, "horizon"))
    assert_match(/more than the 8\.24 kN that must be left/, line(found, "horizon"))
  end

  def test_crack_cycling_keeps_to_its_limits_or_not
    kept = cycled([[1, 0.3], [20, 0.98], [100, 1.4], [1000, 2.21]])
    beyond = cycled([[1, 0.3], [20, 2.01], [100, 2.4]])

    assert_match(/\A0\.98 mm after 20 cycles: within the 2 mm allowed/, line(kept, "at_20"))
    assert_match(/\A2\.21 mm after 1,000 cycles: within the 3 mm allowed/, line(kept, "at_1000"))
    assert_equal %w[ok alarm], [kept.tone, beyond.tone]
    assert_match(/beyond the 2 mm allowed/, line(beyond, "at_20"))
  end

  def test_a_limit_crossed_between_two_readings_is_not_known
    found = cycled([[10, 1.5], [30, 2.4]])

    assert_match(/Nobody read after 20 cycles: before it 1\.50 mm, past it 2\.40 mm/, line(found, "at_20"))
    assert_match(/At most 1\.90 mm after 20 cycles: within/, line(cycled([[10, 1.5], [30, 1.9]]), "at_20"))
    assert_match(/More than 2\.10 mm after 20 cycles: beyond/, line(cycled([[10, 2.1], [30, 2.4]]), "at_20"))
  end

  def test_an_anchor_that_must_fail_may_be_stopped_early
    found = cycled([[1, 0.44], [2, 0.66], [5, 1.08], [10, 1.41], [20, 1.79], [50, 2.25], [100, 2.72]])

    assert_match(/It will fail: its course leads to/, line(found, "stop"))
    assert_match(/it will fail\z/, found.headline)
    assert_match(/fails, and may be stopped/, line(cycled([[20, 1.0], [100, 3.2]]), "stop"))
    assert_match(/within 3 mm/,
                 line(cycled([[1, 0.3], [2, 0.36], [5, 0.44], [10, 0.5], [20, 0.56], [50, 0.64], [200, 0.76]]), "stop"))
  end

  def test_run_outs_count_as_at_least_in_life_against_load
    found = fatigue([4800, 21_400], [4800, 26_900], [4000, 64_200], [4000, 51_800], [3200, 187_000], [3200, 243_000],
                    [2400, 2_000_000, "run_out"], [2400, 1_310_000])

    assert_equal "7 failed, 1 run out, 0 running", found.headline
    assert_match(/\AAt 2\.4 kN half of them stand 1,500,000 cycles/, own(found, "asked"))
    assert_match(/95 of 100 stand more than 648,000 with 95 %: more than the 500,000 asked for/, own(found, "asked"))
    assert_match(/2\.4 kN: ≥ 2,000,000, 1,310,000/, found.lines.map(&:text).join("|"))
    as_break = fatigue([4800, 21_400], [4800, 26_900], [4000, 64_200], [4000, 51_800], [3200, 187_000], [3200, 243_000],
                       [2400, 2_000_000], [2400, 1_310_000])

    refute_equal own(found, "asked"), own(as_break, "asked")
  end

  def test_a_load_that_no_piece_ran_at_is_said_and_one_load_gives_no_line
    found = fatigue([4800, 21_400], [4800, 26_900], [4000, 64_200], [4000, 51_800], terms: { wanted_load: 2000.0 })

    assert_match(/No piece was run at so low a load/, own(found, "asked"))
    assert_match(/at one/, own(fatigue([4800, 21_400], [4800, 26_900]), "life"))
  end

  def test_a_sheave_that_loses_efficiency_and_wears
    rows = [[100, 0.95, 0.1], [1000, 0.94, 0.2], [2000, 0.93, 0.3], [3000, 0.92, 0.45]].map do |count, share, wear|
      at(count / 100.0, count: count, into: 1000.0, out: 1000.0 * share, wear: wear / 1000)
    end
    found = answer("endurance", [station(readings: rows)], terms: { least: 0.925, wear_limit: 0.0004 },
                                                           steps: { wear: 1e-5 })

    assert_match(/It falls: −1\.0\d points a thousand cycles/, line(found, "trend"))
    assert_match(/fell below 92\.5 % between 2,000 cycles and 3,000 cycles/, line(found, "least"))
    assert_match(/Wear passed 0\.4 mm between 2,000 cycles and 3,000 cycles/, line(found, "wear"))
    swapped = answer("endurance", [station(readings: [at(1, count: 1, into: 900.0, out: 1000.0)])])

    assert_match(/More comes out than goes in/, line(swapped, "beyond"))
  end
end
