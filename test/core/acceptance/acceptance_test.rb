# frozen_string_literal: true

require_relative "../../test_helper"

# Limits as formulas, required tests, what is missing, and earlier verdicts against breaks.
class AcceptanceTest < CoreCase
  Acceptance = MildAnvil::Core::Acceptance
  Test = Acceptance::RequiredTest
  Result = Test::Result

  VALUES = { "min(3 mm, t/2)" => 0.003, "min(3mm; t/2)" => 0.003, "max(3 mm, t/2)" => 0.004, "2 × WLL" => 20_000.0,
             "1,5*WLL + 1 kN" => 16_000.0, "-(2 - 5)" => 3.0, "2*(t + 1 mm)/2" => 0.009, "8 %" => 0.08,
             "7*WLL − 2 kN" => 68_000.0, "min(max(1, 2), 5)" => 2.0, "6/3/2" => 1.0, "5-2-1" => 2.0 }.freeze

  def test_formulas_by_hand
    VALUES.each do |text, value|
      assert_in_delta value, Acceptance::Formula.new(text).value("t" => 0.008, "WLL" => 10_000.0), 1e-12, text
    end
    assert_equal %w[t WLL], Acceptance::Formula.new("t + WLL*t").names
  end

  BAD = { "" => /is empty/, "3 +" => /too early/, "min(3 mm" => /misses a “\)”/, "3 mm t" => /left over/,
          "3 $" => /cannot be read from “\$”/,
          "((((((((((((((((((((((1" => /too deeply|too early|misses/, "t/0" => /no finite value/, "x" => /needs x/,
          "1+" * 80 => /longer than/, "3 mmm" => /left over|needs/ }.freeze

  def test_what_cannot_be_read_says_where
    BAD.each do |text, words|
      fault = assert_raises(MildAnvil::InvalidInput, text) { Acceptance::Formula.new(text).value("t" => 1.0) }

      assert_match(words, fault.message)
    end
  end

  # Whatever is typed: a number or one sentence.
  def test_no_formula_is_too_odd
    random = Random.new(3)
    500.times do
      text = Array.new(random.rand(1..14)) do
        ["1", "2.5", "t", "+", "-", "*", "/", "(", ")", "min", ",", " ", "mm", "%"].sample(random: random)
      end.join
      begin
        assert_predicate Acceptance::Formula.new(text).value("t" => 2.0, "mm" => 1.0), :finite?
      rescue MildAnvil::InvalidInput => e
        assert_match(/\AThe limit/, e.message)
      end
    end
  end

  def tensile
    Test.new(key: "t", name: "tensile", kind: "measured", count: 2, unit: "MPa", sense: "at_least", limit: "Rm",
             where: %w[parent joint])
  end

  def bend
    Test.new(key: "b", name: "bend", kind: "inspected", count: 1, unit: "mm", sense: "at_most",
             limit: "min(3 mm, t/2)", where: [])
  end

  def look = Test.new(key: "l", name: "look", kind: "inspected", count: 1, sense: "at_most", limit: nil)
  def result(test, **rest) = Result.new(id: rest[:value_si].to_i, test: test, **rest)

  def progress(results, tests: [tensile, bend, look], **rest)
    Acceptance::Progress.new(tests, results, dimensions: { "Rm" => 400_000_000.0, "t" => 0.008 }, **rest)
  end

  def test_a_limit_is_met_by_reaching_it
    assert tensile.verdict(result("t", value_si: 400_000_000.0, broke_at: "parent"), "Rm" => 400_000_000.0).passed
    refute tensile.verdict(result("t", value_si: 399_000_000.0, broke_at: "joint"), "Rm" => 400_000_000.0).passed
    assert bend.verdict(result("b", value_si: 0.003), "t" => 0.008).passed
    refute bend.verdict(result("b", value_si: 0.0031), "t" => 0.008).passed
    assert bend.verdict(result("b", accepted: true), "t" => 0.008).passed
    refute tensile.verdict(result("t", broke_at: "joint"), "Rm" => 1.0).passed
  end

  def test_where_it_broke_decides_which_criterion_holds
    assert_nil tensile.verdict(result("t", value_si: 1.0, broke_at: "jaw"), "Rm" => 400_000_000.0).passed
  end

  def test_missing_then_failed_then_accepted
    good = [result("t", value_si: 410_000_000.0, broke_at: "parent"),
            result("t", value_si: 420_000_000.0, broke_at: "joint"), result("b", value_si: 0.001)]

    assert_equal "No test is required yet.", progress([], tests: []).sentence
    assert_equal :missing, progress(good).verdict
    assert_equal "Missing: look (1).", progress(good).sentence
    assert_equal "All 4 required tests are done and passed.", progress([*good, result("l", accepted: true)]).sentence
    assert_equal "Not accepted. Failed: look (1).", progress([*good, result("l", accepted: false)]).sentence
  end

  # One failure asks for two more; they pass, and it is mended; one of them fails, and it is not.
  def test_a_failure_is_repeated
    failed = result("b", value_si: 0.005)
    row = lambda { |*more|
      progress([failed, *more.map do |v|
        result("b", value_si: v)
      end], tests: [bend], repeats: 2).rows.first
    }

    assert_equal ["missing", 2], row.call.to_h.values_at(:repeat).unshift(row.call.state)
    assert_equal 1, row.call(0.001).missing
    assert_equal "done", row.call(0.001, 0.001).state
    assert_equal "missing", row.call(0.001, 0.009).state
    assert_equal "failed", progress([failed], tests: [bend]).rows.first.state
  end

  def test_what_was_withdrawn_does_not_count
    assert_equal 1, progress([result("b", value_si: 0.001, superseded: true)], tests: [bend]).missing
  end

  TEMPLATE = MildAnvil::Catalogue.acceptance_templates.find { |row| row[:key] == "welded-pipe" }

  # Diameter and wall in millimetres => tests by name.
  PIPES = { [60.3, 5] => { "nick break" => 2, "root bend" => 2 }, [114.3, 12.7] => { "nick break" => 2,
                                                                                     "root bend" => 2 },
            [114.4, 12.7] => { "tensile test" => 2, "nick break" => 2, "root bend" => 2, "face bend" => 2 },
            [323.9, 12.7] => { "tensile test" => 2, "nick break" => 2, "root bend" => 2, "face bend" => 2 },
            [324, 10] => { "tensile test" => 4, "nick break" => 4, "root bend" => 4, "face bend" => 4 },
            [100, 13] => { "nick break" => 2, "side bend" => 2 },
            [400, 20] => { "tensile test" => 4, "nick break" => 4, "side bend" => 8 } }.freeze

  def test_a_coupon_set_by_diameter_and_wall
    PIPES.each do |(diameter, wall), counts|
      found = Acceptance::Template.new(TEMPLATE).for("D" => diameter / 1000.0, "t" => wall / 1000.0)

      assert_equal(counts, found[:tests].to_h { |t| [t[:name], t[:count]] }, [diameter, wall].inspect)
    end
  end

  def test_every_shipped_limit_can_be_worked_out
    MildAnvil::Catalogue.acceptance_templates.each do |row|
      names = row[:asks].map { |asked| asked[:key] }
      row[:tests].filter_map { |test| test[:limit] }.each do |limit|
        assert_empty Acceptance::Formula.new(limit).names - names, row[:key]
      end
      assert_predicate row[:source], :frozen?
    end
  end

  # 3 weak of 8: two found, one missed; five sound, one of them rejected.
  def test_hits_and_misses
    pairs = [[true, true], [true, true], [false, true], [true, false], *Array.new(4) { [false, false] }]
    table = Acceptance::Detection.table(pairs)

    assert_equal [2, 1, 1, 4], table.to_a
    assert_in_delta 2 / 3.0, table.found_share
    assert_equal "The earlier look found 2 of 3 weak pieces and missed 1. It rejected 1 of 5 sound ones.",
                 table.sentence
    assert_match(/cannot be said/, Acceptance::Detection.table([[true, false]]).sentence)
    assert_match(/No piece/, Acceptance::Detection.table([]).sentence)
  end
end
