# frozen_string_literal: true

require "stringio"
require "tmpdir"
require_relative "../test_helper"

# compare, check and plan: every problem that docs/cli.md lists, and what cannot be used.
class ProblemsTest < CoreCase
  def run_anvil(command, content, *options, name: "problem.json")
    out = StringIO.new
    err = StringIO.new
    Dir.mktmpdir do |folder|
      path = File.join(folder, name)
      File.write(path, content.is_a?(String) ? content : JSON.generate(content))
      @status = MildAnvil::Cli::Main.new(out: out, err: err).run([command, path, *options])
    end
    @err = err.string
    out.string
  end

  def answer(command, content, **rest)
    JSON.parse(run_anvil(command, content, "--json", **rest)).tap { assert_equal 0, @status, @err }
  end

  # command, problem, path in the answer, value
  CASES = [
    ["compare", { "a" => [21.89, 22.31, 23.35, 22.8, 24.19], "b" => [21.47, 21.01, 20.52, 20.56, 21.16] },
     %w[difference t], 4.44792635146],
    ["compare", { "a" => [21.89, 22.31, 23.35, 22.8, 24.19], "b" => [21.47, 21.01, 20.52, 20.56, 21.16] },
     %w[ratio separate low], 1.04144172599],
    ["compare", { "groups" => { "x" => [1.0, 2.0, 3.0], "y" => [2.0, 3.0, 4.0], "z" => [6.0, 7.0, 8.0] } },
     %w[variance f], 21.0],
    ["compare",
     { "groups" => { "x" => [142.2, 148.5, 145.8, 147.9, 154.1, 149.0],
                     "y" => [138.0, 145.2, 139.8, 138.3, 152.2, 148.9] }, "paired" => true }, %w[t], 3.08097243424],
    ["compare",
     { "levels" => [8, 8, 16, 16, 32, 32], "strengths" => [5.7, 6.4, 9.8, 11.0, 16.7, 15.9], "predict_at" => [20] },
     %w[power exponent], 0.6932286],
    ["compare",
     { "into" => [1.25, 2.5, 3.75, 5.0, 6.25, 7.5, 8.75, 10.0],
       "out" => [1.137, 2.3, 3.426, 4.536, 5.829, 6.794, 7.868, 9.197] }, %w[slope value], 0.91262745098],
    ["compare", { "p" => [0.01, 0.04, 0.03, 0.005] }, ["holm", 0], 0.03],
    ["check",
     { "applied" => [5, 10, 15, 20, 25, 30, 35, 40, 45, 50], "indicated" => [5.05, 10.09, 15.08, 20.06, 25.14, 30.17,
                                                                             35.16, 40.21, 45.2, 50.27] },
     %w[line slope], 1.00452121212],
    ["check", { "reading" => 22.41, "parts" => { "calibration" => { "expanded" => 0.11 }, "resolution" => 0.01,
                                                 "zero_drift" => 0.02, "misalignment" => 3.0,
                                                 "repeatability" => { "deviation" => 0.05, "readings" => 5 } } },
     %w[expanded], 0.120679980476],
    ["check",
     { "lower_limit" => 22.0, "standard_uncertainty" => 0.12, "guard_factor" => 1.6448536269514722, "reading" => 22.31,
       "process_mean" => 22.9, "process_deviation" => 0.5 }, %w[false_accept], 0.000338263322323],
    ["check", { "values" => [20.85, 21.02, 22.93, 21.12, 21.94, 21.32, 22.12, 21.41], "lower_limit" => 18.0 },
     %w[centre], 21.58875],
    ["check", { "hours" => [1, 2, 5, 10, 24, 100], "displacement" => [0.5, 0.52, 0.55, 0.575, 0.61, 0.68] }, %w[rates],
     nil],
    ["check", { "breaks" => [22.1, 22.4, 22.0, 22.6, 22.3, 15.0] }, ["sample_tests", 0, "flags"], true],
    ["check",
     { "levels" => [{ "applied" => 5000, "up" => [5010, 5012, 5009] }], "resolution" => 5, "range_maximum" => 10_000 },
     %w[best_class], 0.5],
    ["plan", { "required_share" => 0.85, "variation_share" => 0.05 }, %w[needed n], 19],
    ["plan", { "difference_share" => 0.1, "variation_share" => 0.1 }, %w[per_group power_80], 17],
    ["plan", { "breaks" => [22.67, 20.38, 22.65, 23.06, 21.84] }, %w[expected_bound], 17.9426639458],
    ["plan", { "lowest" => true }, %w[breaks], 59],
    ["plan",
     { "train" => [{ "name" => "loop", "mean" => 10, "deviation" => 1, "specimen" => true },
                   { "name" => "pin", "mean" => 10, "deviation" => 1 }] }, %w[specimen_first], 0.5],
    ["plan", { "proof_rule" => "beam", "tonnes" => 11 }, %w[proof_tonnes], 21.04],
    ["plan", { "tackle" => [{ "parts" => 4 }, { "parts" => 3, "efficiency" => 0.9 }], "load" => 1000 }, %w[advantage],
     9.756],
    ["plan", { "energy" => { "force" => 10_000, "stiffnesses" => [200_000] } }, %w[joules], 250.0],
    ["plan", { "sling" => { "included_degrees" => 90, "limit" => 10 } }, %w[limit], 14.1421],
    ["plan", { "sling" => { "horizontal_degrees" => 45, "legs" => "three_or_four" } }, %w[uniform_factor], 2.1],
    ["plan", { "bracket" => { "force" => 1000, "arm" => 0.6, "depth" => 0.3, "fixings" => 2 } }, %w[pull_per_fixing],
     1000.0],
    ["plan", { "combined" => { "pull" => 3, "pull_limit" => 6, "shear" => 2, "shear_limit" => 8 } }, %w[utilisation],
     0.75],
    ["plan", { "group" => { "group" => 30, "single" => 10, "count" => 4 } }, %w[efficiency], 0.75],
    ["plan", { "ram" => { "pressure" => 20_000_000, "bore" => 0.05 } }, %w[newtons], 39_269.9],
    ["plan", { "two_legs" => { "leg" => 5, "included_degrees" => 120 } }, %w[together], 5.0],
    ["plan", { "preload" => { "torque" => 40, "diameter" => 0.01 } }, %w[newtons], 20_000.0],
    ["plan", { "known_scatter" => { "breaks" => 4 } }, %w[factor], 2.4673],
    ["plan", { "proof_rule" => "beam", "newtons" => 107_873.15 }, %w[proof_newtons], 206_331.9],
    ["compare",
     { "levels" => [1, 2, 4, 8, 16, 32], "strengths" => [1.0, 1.9, 3.3, 5.1, 6.2, 6.5], "predict_at" => [8] },
     ["saturating", "increments", 0, "level"], 8.0],
    ["plan", { "water" => { "kilograms" => 10_000, "litres_per_bag" => 4000, "bag_kilograms" => 200 } }, %w[bags], 3]
  ].freeze

  CASES.each_with_index do |(command, problem, path, value), i|
    define_method("test_#{command}_#{problem.keys.first}_#{i}") do
      found = answer(command, problem).dig(*path)
      next refute_nil(found, path.inspect) if value.nil?

      value.is_a?(Numeric) ? assert_in_delta(value, found, [value.abs * 1e-3, 1e-9].max) : assert_equal(value, found)
      refute_match(/NaN|Infinity|#</, run_anvil(command, problem)) # the text of the same
    end
  end

  # command, problem, words that the refusal must have
  REFUSED = [
    ["compare", { "x" => 1 }, /nothing to compare/],
    ["compare", { "a" => [1.0], "b" => [2.0, 3.0] }, /at least 2 values/],
    ["compare", { "a" => ["x"], "b" => [1.0, 2.0] }, /a 1 must be a number/],
    ["compare", { "levels" => [1, 2, 3, 4], "strengths" => [1, 2, 3] }, /equally long/],
    ["compare", { "factors" => ["m"], "rows" => [{ "m" => "x", "value" => 1 }, { "value" => 2 }] }, /each row needs/],
    ["check", { "x" => 1 }, /nothing to check/],
    ["check", { "applied" => [1, 2], "indicated" => [1, 2] }, /Take at least 3/],
    ["check", { "reading" => 5, "parts" => { "luck" => 1 } }, /no part of a budget/],
    ["check", { "values" => [1, 1, 1] }, /moving range is 0/],
    ["plan", { "x" => 1 }, /nothing to plan/],
    ["plan", { "sling" => { "degrees" => 70 } }, /beyond 60° no sling/],
    ["plan", { "sling" => { "limit" => 5 } }, /needs an angle/],
    ["plan", { "ram" => { "bore" => 0 } },
     /(?=.*ram bore must be greater than 0)(?=.*ram pressure is missing)/],
    ["plan", { "required_share" => 0.99, "variation_share" => 0.1 }, /no number of breaks/],
    ["plan", { "proof_rule" => "kite", "tonnes" => 1 }, /no proof rule/],
    ["plan", { "train" => [{ "name" => "a" }] }, /train 1 mean is missing; train 1 deviation is missing/],
    ["plan", "not json {", /no JSON|state|nothing/],
    ["compare", "[1, 2]", /JSON object|nothing|column/],
    ["check", "", /empty/]
  ].freeze

  BAD = [nil, 3, -1, 0, "x", [], {}, [nil], ["a"], [[1]], true, 1e308, { "a" => 1 }, [1, 1]].freeze

  # Whatever stands under a key: an answer, or one line that says what is wrong; never a fault of the program.
  def test_no_shape_of_a_problem_is_too_odd
    random = Random.new(11)
    300.times do
      command, problem = CASES.sample(random: random)
      harmed = JSON.parse(JSON.generate(problem))
      harm(harmed, random)
      run_anvil(command, harmed)

      assert_includes [0, 1], @status, harmed.inspect
      assert_equal 1, @err.lines.size, harmed.inspect if @status == 1
    end
  end

  # Puts something odd at one place, at any depth.
  def harm(table, random)
    key = (table.is_a?(Hash) ? table.keys : [*0...table.size]).sample(random: random)
    inner = table[key]
    deeper = (inner.is_a?(Hash) || inner.is_a?(Array)) && !inner.empty? && random.rand < 0.6
    deeper ? harm(inner, random) : table[key] = BAD.sample(random: random)
  end

  REFUSED.each_with_index do |(command, problem, words), i|
    define_method("test_#{command}_refuses_#{i}") do
      run_anvil(command, problem)

      assert_equal 1, @status
      assert_match words, @err
    end
  end

  def test_a_table_of_groups_and_one_of_factors
    groups = "rows,force [kN]\n3,10.1\n3,10.4\n3,9.9\n5,14.0\n5,14.4\n5,13.8\n"

    assert_equal ["3.0", "5.0"], answer("compare", groups, name: "g.csv")["groups"]
    factors = "material;heat;strength\n#{%w[a b].product(%w[low high], [10.1, 10.9, 9.8]).map do |row|
      row.join(';')
    end.join("\n")}\n"
    assert_equal(%w[material heat material:heat], answer("compare", factors, name: "f.csv")["terms"].map do |t|
      t["term"]
    end)
  end

  ROWS = [["a", 1, 5], ["a", 1, 5.2], ["a", 2, 6], ["a", 2, 6.1], ["b", 1, 5.1], ["b", 1, 5], ["b", 2, 7],
          ["b", 2, 7.2]].map { |row| %w[m h value].zip(row).to_h }.freeze

  SAID = [
    [{ "a" => [5.0, 5.2, 5.1], "b" => [5.6, 5.9, 5.7] },
     /“b” carries 0\.63 kN more than “a”, between 0\.3\d and 0\.9\d kN with 95 %/],
    [{ "groups" => { "x" => [5.0, 5.2, 5.1], "y" => [5.6, 5.9, 5.7] }, "at_least" => { "y" => [6.0] }, "unit" => "N" },
     /Not every piece of “y” broke.*“y” carries .* N more.*log-rank test/m],
    [{ "levels" => [3, 3, 5, 5, 7, 7], "strengths" => [3.4, 3.5, 4.2, 4.3, 4.7, 4.6], "predict_at" => [6, 9] },
     /it flattens.*One more piece at 6 will lie.*at 9 .* beyond what was tested, so nothing is promised/m],
    [{ "factors" => %w[m h], "rows" => ROWS },
     /h makes a difference: from 1 to 2 it is 1\.50 kN more.*What m does depends on h/m],
    [{ "a" => [1.0, 2.0, 3.0], "b" => [2.0, 3.0, 4.5], "paired" => true },
     /−1\.17 kN, between −1\.\d+ and −0\.\d+ kN.*They differ/m],
    [{ "into" => [1.0, 2.0, 3.0], "out" => [0.9, 1.85, 2.7] }, /Out is 0\.907 of in, between/],
    [{ "p" => [0.01, 0.04] }, /p 0\.01: Holm 0\.02/]
  ].freeze

  SAID.each_with_index do |(problem, words), i|
    define_method("test_compare_says_#{i}_in_the_sentences_of_the_screen") do
      Tempfile.create(["p", ".json"]) do |file|
        file.write(JSON.generate(problem)) && file.flush

        assert_match words, MildAnvil::Cli::CompareCommand.call(file.path, {})
      end
    end
  end

  PULL = "Time [s],Force [kN],Travel [mm]\n#{Array.new(600) do |i|
    format('%.2f,%.4f,%.4f', i * 0.05, i.between?(60, 460) ? (i - 60) * 0.025 : 0.0,
           [i - 60, 0].max * 0.01)
  end.join("\n")}\n".freeze

  def curve(*options)
    JSON.parse(run_anvil("curve", PULL, "--json", *options, name: "pull.csv")).fetch("findings").group_by do |f|
      f["kind"]
    end
  end

  def test_a_curve_answers_what_is_asked_of_it
    found = curve("--at-displacement", "2mm", "--at-force", "5 kN", "--train-stiffness", "10", "--rate-wanted",
                  "0.5kN", "--yield-offset", "0.1mm")

    assert_in_delta 5000.0, found["force_at_displacement"][0]["force_newtons"], 60.0
    assert_in_delta 0.002, found["displacement_at_force"][0]["extra"]["displacement_metres"], 0.0001
    assert_in_delta 3_330_000.0, found["stiffness"][0]["extra"]["specimen_newtons_per_metre"], 200_000.0
    assert found["rate"][0]["extra"]["within"]
  rescue OptionParser::ParseError
    flunk "an option is not known"
  end

  def test_quantities_without_a_unit_are_refused
    [["--at-force", "5"], ["--at-displacement", "3kN"], ["--hold", "20kN"], ["--gauge-length", "x"]].each do |option|
      run_anvil("curve", PULL, *option, name: "pull.csv")

      assert_equal 1, @status, option.inspect
      assert_match(/wants/, @err)
    end
  end
end
