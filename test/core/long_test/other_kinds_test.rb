# frozen_string_literal: true

require_relative "../../support/long_setups"

# Retention, valves, drops, peel; readings that contradict each other; figures and durations in words.
class OtherKindsTest < CoreCase
  include LongSetups

  def test_a_floating_cell_is_corrected_before_its_change_is_judged
    found = held([0.02, 402.0, 101_320, 6.0, 18.4], [0.5, 398.0, 101_290, 6.0, 18.1], [3.0, 391.2, 100_960, 6.1, 16.9])

    # 391.2 N read are 394.8 N under the first conditions; 398.0 N are 398.35 N: 0.9 % lost, and not the 1.7 % read.
    assert_match(/0\.9 % lost after 3 h/, found.stations.first.headline)
    assert_match(/Start 402\.0 N, settled 398\.\d N after 30 min, last 394\.8 N, corrected/, line(found, "course"))
    assert_equal "ok", found.tone
  end

  def test_a_change_beyond_its_limit_lies_between_two_readings
    rows = [[1, 100.0], [2, 99.0], [4, 94.0]].map { |h, bar| at(h, held: bar * 1e5) }
    found = answer("retention", [station(readings: rows)], terms: { change: 0.05 }, units: { held: "bar" },
                                                           steps: { held: 1e4 })

    assert_match(/passed 5\.0 % between 2 h and 4 h/, line(found, "change"))
    assert_equal "alarm", found.tone
  end

  def test_a_gauge_pressure_in_the_place_of_an_absolute_one_corrects_nothing
    found = held([0.02, 402.0, 101_320, 6.0, 18.4], [3.0, 391.2, 20_000, 6.1, 16.9])

    assert_equal "alarm", found.tone
    assert_match(/needs the absolute pressure/, line(found, "correction"))
  end

  def test_whether_it_still_works_after_is_part_of_the_test
    rows = [at(0.5, held: 400.0), at(6, held: 399.0)]
    said = lambda do |*words|
      marks = words.map { |w| { word: w, hours: 6.0, count: nil, note: "" } }
      ended = { word: "stopped", hours: 6.0, count: nil, note: "" }
      found = answer("retention", [station(readings: rows, marks: marks, ended: ended)],
                     terms: { works_after: "the valve" }, units: { held: "N" })
      line(found, "works")
    end

    assert_match(/Nobody has looked/, said.call)
    assert_match(/the valve works/, said.call("works"))
    assert_match(/does not work/, said.call("works", "works_not"))
  end

  # Three means each: new 0.3010, 0.3000, 0.3025; used 0.2990, 0.3015, 0.2985.
  def test_no_difference_closes_a_complaint_with_what_was_ruled_out
    found = valves("new" => [[0.302, 0.300], [0.299, 0.301], [0.303, 0.302]],
                   "used" => [[0.300, 0.298], [0.302, 0.301], [0.298, 0.299]])

    assert_equal "no_difference", found.verdict
    assert_match(/a difference of 5 % is ruled out/, own(found, "pair"))
    assert_match(/used 0\.300 bar \(3 valves\), new 0\.301 bar \(3\)/, own(found, "pair"))
  end

  def test_used_valves_that_open_early_are_a_difference
    found = valves("new" => [[0.302], [0.299], [0.303]], "used" => [[0.262], [0.258], [0.266]])

    assert_equal "difference", found.verdict
    assert_match(/open lower, by −1\d\.\d % to −1\d\.\d %/, own(found, "pair"))
  end

  # By Fieller with own scatters: 0.914 to 0.985 alone; of three, at 98.33 %, 0.893 to 1.007.
  def test_several_settings_are_told_together
    pair = { "new" => [[0.302], [0.299], [0.303]], "used" => [[0.291], [0.281], [0.286]] }
    one = valves(pair)
    three = valves(pair, [30_000.0, 40_000.0, 50_000.0])

    assert_equal %w[difference cannot_tell], [one, three].map(&:verdict)
    assert_match(/with 95 % for all 3 together/, own(three, "pair"))
    assert_match(/with 95 % for both together/, own(valves(pair, [30_000.0, 40_000.0]), "pair"))
    refute_match(/together/, own(one, "pair"))
  end

  def test_many_openings_of_one_valve_are_one_valve
    found = valves("new" => [[0.302, 0.301, 0.303, 0.302, 0.301]], "used" => [[0.300, 0.299, 0.301, 0.300, 0.300]])

    assert_equal "cannot_tell", found.verdict
    assert_match(/One valve says what that valve does/, own(found, "pair"))
  end

  def test_drops_up_and_down_and_the_next_one
    found = drops([18, 0], [20, 0], [22, 1], [20, 0], [22, 0], [24, 1], [22, 1], [20, 0], [22, 1], [20, 1], [18, 0],
                  [20, 0])

    assert_match(/Half of them break at 21\.\d J/, line(found, "middle"))
    assert_match(/Next: 22 J, since the last one survived/, line(found, "next"))
    assert_match(/2 broke at or below the 22 J/, line(drops([22, 1], [22, 1], [20, 0], wanted: 22.0), "wanted"))
    assert_match(/\A14 survived 10 J or more, none broke below: 51 %/, line(drops(*Array.new(14) do
      [12, 0]
    end, wanted: 10.0), "wanted"))
  end

  # 5 strips: mean 2.3838 N/mm, s 0.0530, k(5) 4.2027: bound 2.161 N/mm.
  def test_peel_against_what_is_required
    forces = [118.4, 122.9, 115.2, 120.6, 119.1]
    widths = [50.1, 50.0, 49.8, 50.2, 50.0]

    assert_equal "pass", peel(forces, widths, 2000.0).verdict
    assert_match(%r{95 of 100 are stronger than 2\.16 N/mm with 95 % \(5 pieces\); required are 2\.00 N/mm},
                 own(peel(forces, widths, 2000.0), "rated"))
    # The upper limit of the same percentile is 2.35 N/mm: below 2.37 it fails, though the mean lies above.
    assert_equal(%w[cannot_tell fail fail], [2300.0, 2370.0, 2500.0].map { |r| peel(forces, widths, r).verdict })
    assert_match(/at least three/, own(peel(forces.first(2), widths, 2000.0), "rated"))
  end

  def test_readings_out_of_order_are_refused_with_the_one_they_contradict
    rows = [at(1, count: 10), at(5, count: 50)]
    refusal = ->(**given) { assert_raises(MildAnvil::InvalidInput) { LongTest::Order.check!(rows, now: 10.0, **given) }.message }

    assert_match(/count fell: 50/, refusal.call(hours: 6.0, count: 40))
    assert_match(/later reading says 50/, refusal.call(hours: 3.0, count: 60))
    assert_match(/moment already/, refusal.call(hours: 5.0, count: 50))
    assert_match(/ahead of this clock/, refusal.call(hours: 11.0, count: 60))
    assert_match(/before the test began/, refusal.call(hours: -0.1, count: nil))
    assert_nil LongTest::Order.check!(rows, hours: 3.0, count: 30, now: 10.0)
  end

  def test_a_typed_reading_keeps_its_digits_and_its_step
    parse = ->(text, **rest) { LongTest::Typed.parse(text, MildAnvil::Catalogue.unit!("mm"), **rest) }

    assert_equal ["0.50", 0.0005, 1.0e-5], parse.call(" 0,50 ").to_h.values_at(:text, :si, :step_si)
    assert_in_delta(-0.0012, parse.call("−1.2", signed: true).si)
    ["", "1e400", "NaN", "1.2.3", "0x10", "∞", "1" * 40].each do |text|
      assert_match(/no number/, assert_raises(MildAnvil::InvalidInput, text) { parse.call(text) }.message)
    end
    assert_match(/below nothing/, assert_raises(MildAnvil::InvalidInput) { parse.call("-1") }.message)
  end

  def test_durations_and_shares_in_words
    say = LongTest::Say
    hours = [0.1, 1.5, 71, 72, 8766, 438_300]
    shares = { [0.0505, :up] => "5.1", [0.0505, :down] => "5.0", [0.0506, :round] => "5.1",
               [-0.0041, :round] => "−0.4" }

    assert_equal(["6 min", "1.5 h", "71 h", "3 days", "1 year", "50 years"], hours.map { |h| say.duration(h) })
    shares.each { |(share, way), words| assert_equal words, say.percent(share, way: way) }
    assert_equal "1,234,567", say.grouped(1_234_567)
  end

  # Whatever was left out when it was agreed, and however little was read.
  def test_every_kind_answers_with_nothing_agreed
    LongTest::Kinds.all.each do |kind|
      nothing = kind.terms.to_h { |term| [term.key, nil] }
      [0, 1, 2, 7].each do |count|
        rows = Array.new(count) do |i|
          at(i + 1, count: i + 1, **kind.channels.to_h do |c|
            [c.key, c.choices ? 1.0 : 20.0 + (i % 3)]
          end)
        end
        found = answer(kind.key, [station(readings: rows)], terms: nothing, units: { held: "bar" })

        refute_empty found.headline, kind.key
        assert_equal 1, found.stations.size
        assert JSON.generate(@chart.to_h) # nothing in it is no number
      end
    end
  end

  def test_readings_that_are_all_alike_are_drawn_and_lead_nowhere
    rows = (1..6).map { |h| at(h, travel: 0.0005) }
    found = answer("sustained", [station(readings: rows)])

    assert_match(/No law follows these readings/, line(found, "law"))
    assert_equal 6, @chart.series.first[:points].size
    assert_empty @chart.series.first[:curve]
  end

  # Behind the forms too: one station that cannot be worked out does not silence the others.
  def test_one_station_without_sense_leaves_the_others_standing
    wrong = station(name: "Wrong", id: 2, readings: [at(1, count: 1, into: 0.0, out: 5.0)])
    sound = station(readings: [at(1, count: 1, into: 1000.0, out: 950.0)])
    found = answer("endurance", [sound, wrong])

    assert_equal ["95.0 % after 1 cycles", "cannot be worked out"], found.stations.map(&:headline)
    assert_equal "alarm", found.tone
  end

  def test_missed_readings_are_said_and_nothing_is_filled_in
    plan = MildAnvil::Core::Endurance::Schedule.new([{ every: 1, until: 10 }])
    rows = [1, 2, 4, 5].map { |h| at(h, held: 400.0) }
    setup = LongTest::Setup.new(kind: LongTest::Kinds.fetch!("retention"), schedule: plan)
    said = ->(hours, **rest) { LongTest::Gaps.line(setup, station(readings: rows, **rest), hours)&.text }

    assert_match(/One reading was missed, the last one at 3 h: nothing is filled in/, said.call(5.2))
    assert_match(/2 readings were missed, the last one at 6 h/, said.call(7.1))
    assert_nil said.call(7.1, ended: { word: "stopped", hours: 5.0, count: nil, note: "" })
  end

  private

  def held(*rows)
    readings = rows.map do |h, n, pascal, depth, warm|
      at(h, held: n, pressure: pascal.to_f, depth: depth, temperature: warm)
    end
    answer("retention", [station(readings: readings)], units: { held: "N" },
                                                       terms: { settled: 1800.0, change: 0.02, density: 1025.0 })
  end

  def valves(groups, settings = [30_000.0])
    stations = groups.flat_map { |condition, own| own.map { |values| [condition, values] } }
    made = stations.each_with_index.map do |(condition, values), i|
      rows = settings.product(values).each_with_index.map do |(setting, v), k|
        at(k + (i * 10), setting: setting, opening: v * 1e5 * setting / 30_000.0)
      end
      station(name: "V#{i}", id: i, terms: { condition: condition }, readings: rows)
    end
    answer("valve", made, steps: { opening: 100.0, setting: 1000.0 })
  end

  def drops(*pairs, wanted: nil)
    rows = pairs.each_with_index.map { |(joules, broke), i| at(i, energy: joules.to_f, broke: broke.to_f) }
    answer("drop", [station(readings: rows)], terms: { step: 2.0, wanted: wanted }, steps: { energy: 1.0 })
  end

  def peel(forces, widths, required)
    stations = forces.each_with_index.map do |force, i|
      station(name: "S#{i}", id: i, readings: [at(i, force: force, width: widths[i] / 1000)])
    end
    answer("peel", stations, terms: { required: required })
  end
end
