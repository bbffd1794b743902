# frozen_string_literal: true

require "stringio"
require "tmpdir"
require_relative "../test_helper"

# bin/anvil check: the measuring chain, in sentences with units and in figures.
class ChainChecksTest < CoreCase
  TONNE_UP = [[0, "0.02"], [1000, "9.88"], [2000, "19.73"], [3000, "29.55"]].freeze
  GOOD = { "unit" => "kN", "capacity" => { "text" => "50", "unit" => "kN" },
           "step" => { "text" => "10", "unit" => "N" }, "tolerance_percent" => 1,
           "gravity" => { "latitude" => 52, "height" => 40 } }.freeze

  def run_anvil(problem, *options)
    out = StringIO.new
    @err = StringIO.new
    Dir.mktmpdir do |folder|
      path = File.join(folder, "problem.json")
      File.write(path, JSON.generate(problem))
      @status = MildAnvil::Cli::Main.new(out: out, err: @err).run(["check", path, *options])
    end
    out.string
  end

  def figures(problem) = JSON.parse(run_anvil(problem, "--json")).tap { assert_equal 0, @status, @err.string }

  def series(rows, unit: "kg")
    { "readings" => rows.map do |mass, shown|
      { "applied" => { "text" => mass.to_s, "unit" => unit }, "indicated" => { "text" => shown, "unit" => "kN" } }
    end }
  end

  def dead_weight(rows = TONNE_UP, **other) = GOOD.merge("series" => [series(rows)], **other.transform_keys(&:to_s))

  def test_masses_weigh_what_they_weigh_there_and_the_zero_is_taken_off
    found = figures(dead_weight)

    # By the formula of 1980: 9.81235 m/s² at 52° and 40 m.
    assert_in_delta 9.81235, found["points"][1]["applied"], 2e-5
    assert_in_delta 9.86 - 9.81235, found["points"][1]["error"], 2e-5
    assert_equal [true, 9.81235], [found["passed"], found["range"].first.round(5)]
  end

  def test_it_says_from_where_to_where_it_may_be_used_in_the_units_asked_for
    assert_match(/\AIt may be used from 9.82 kN to 29.4 kN, the highest point checked\.\n/, run_anvil(dead_weight))
    assert_match(/The way down was not read/, run_anvil(dead_weight))
    assert_match(/from 9820 N to/, run_anvil(dead_weight.merge("unit" => "N")))
  end

  def test_a_cell_that_fails_is_not_to_be_used
    text = run_anvil(dead_weight([[0, "0"], [1000, "10.2"], [2000, "20.4"]]))

    assert_match(/\AIt may not be used: at .* it is \+.* off, your 1 % of reading allows/, text)
    refute figures(dead_weight([[0, "0"], [1000, "10.2"], [2000, "20.4"]]))["passed"]
  end

  def test_a_sum_of_masses_is_added_and_one_that_does_not_add_up_is_told
    sums = figures(dead_weight([["0", "0"], ["500+500", "9.8"], ["2000", "19.6"]]))
    assert_in_delta 9.81235, sums["points"][1]["applied"], 2e-5
    run_anvil(dead_weight([["0", "0"], ["500+400=1000", "9.8"], ["2000", "19.6"]]))

    assert_equal 1, @status
    assert_match(/do not add up/, @err.string)
  end

  def test_what_a_check_needs_is_asked_for_by_name
    { "capacity" => /needs “capacity”/, "step" => /needs “step”/, "tolerance_percent" => /say what the shop allows/ }
      .each do |key, words|
      run_anvil(dead_weight.except(key))

      assert_equal 1, @status, key
      assert_match words, @err.string
    end
  end

  CROSS = { "unit" => "kN", "cross" => {
    "cells" => [{ "name" => "C-2", "expanded_percent" => 0.5 }, { "name" => "G-4", "expanded_percent" => 1 }],
    "readings" => [[16, 16.3]], "counts" => "C-2"
  } }.freeze

  def test_two_cells_in_line_against_both_uncertainties
    # √(0.08² + 0.163²) = 0.1816, rounded down
    assert_equal ["C-2 and G-4 differ by 0.300 kN at 16.0 kN; together they explain 0.181 kN. One of them is wrong.",
                  "C-2 counts, as declared."], run_anvil(CROSS).lines(chomp: true)
    assert figures(CROSS.merge("cross" => CROSS["cross"].merge("readings" => [[16, 16.1]])))["agree"]
  end

  def test_a_rig_by_its_parts_and_as_measured
    rig = CROSS["cross"].merge("advantage" => 4, "readings" => [[16, 4.4], [8, 2.2]])

    assert_in_delta 16 / 4.4, figures(CROSS.merge("cross" => rig))["measured_advantage"], 1e-9
    assert_match(/The rig is 4 to 1 by its parts, 3.64 to 1 measured/, run_anvil(CROSS.merge("cross" => rig)))
  end

  def test_errors_from_check_to_check
    rising = { "errors" => [10, 14, 19, 22, 30, 35, 42, 50], "allowed" => 90 }

    assert_match(/Rising eight checks running; more than half of what you allow/, run_anvil(rising))
    assert_equal "Nothing stands out.\n", run_anvil("errors" => [10, 14, 9, 12, 11], "allowed" => 90)
  end

  # What stands in the sentences of the other problems, with units.
  SAID = {
    { "applied" => [0, 100, 200, 300, 400, 500], "indicated" => [0.01, 100.2, 200.1, 300.6, 400.3, 500.8],
      "indications" => [251.2], "readings" => [3] } =>
      [/It shows 1.0014 for 1 applied/, /251.2 N shown is 250.86 N \(250.49 to 251.24\)/],
    { "applied" => [100, 200, 300], "indicated" => [101, 200, 300], "predict_at" => [400] } =>
      [/Beyond what was applied/],
    { "reading" => 5000, "parts" => { "calibration" => { "expanded" => 25 }, "resolution" => 10 } } =>
      [/5000 ± 25.1 N \(k 1.96\)/, /Certificate, shared: 12.5 N/, /Resolution: 2.89 N/],
    { "levels" => [{ "applied" => 100, "up" => [100.2] }], "resolution" => 0.1, "range_maximum" => 500 } =>
      [/reversibility not read/, /Only an indication/],
    { "lower_limit" => 5000, "standard_uncertainty" => 20, "guard_factor" => 1.64, "reading" => 5040 } =>
      [/Accept from 5033 N/, /5040 N is accepted: 2.3 % chance/],
    { "values" => [5, 5.1, 5.2, 4.9, 5, 5.3, 5.1, 9.8] } => [/Beyond three: at value 8/],
    { "hours" => [0.1, 1, 10, 100, 200, 500], "displacement" => [0.1, 0.2, 0.31, 0.4, 0.43, 0.48] } =>
      [/Log-time line: 0.773 \(0.752 to 0.795\)/, /The rate never rises/],
    { "breaks" => [5, 5.1, 5.2, 4.9, 5, 7.3] } => [/Grubbs: the farthest value lies 2.03 s/]
  }.freeze

  SAID.each_with_index do |(problem, all), i|
    define_method("test_sentences_of_problem_#{i}_#{problem.keys.first}") do
      text = run_anvil(problem)

      assert_equal 0, @status, @err.string
      all.each { |words| assert_match words, text }
    end
  end
end
