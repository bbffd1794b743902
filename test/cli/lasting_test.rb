# frozen_string_literal: true

require_relative "../test_helper"
require "open3"
require "tmpdir"

# bin/anvil watch, and what bin/anvil check says of what lasts.
class LastingCliTest < Minitest::Test
  include Shared

  Main = MildAnvil::Cli::Main

  def run_cli(*words, file:, name: "problem.json")
    Dir.mktmpdir do |folder|
      path = File.join(folder, name)
      File.write(path, file.is_a?(String) ? file : JSON.generate(file))
      out = StringIO.new
      err = StringIO.new
      status = Main.new(out: out, err: err).run([words.first, path, *words.drop(1)])
      [status, out.string, err.string]
    end
  end

  CALM = [584, 591, 579, 587, 575, 590, 586, 582, 593, 577, 585, 588, 580, 583, 592, 578, 586, 589, 576, 584].freeze

  def test_a_product_below_its_limit_with_what_is_asked_first
    status, out, = run_cli("watch", file: { values: [*CALM, 528], limit: 540, unit: "N",
                                            batches: [*(["11"] * 20), "12"],
                                            changes: [{ after: 20, words: "die 3 changed" }] })

    assert_equal 0, status
    assert_match(/\ABelow its limit: 528 N, limit 540 N\./, out)
    assert_match(/1\. The process\. die 3 changed on place 21/, out)
    assert_match(/Break two more of 12 and one of 11/, out)
  end

  def test_a_table_of_days_and_figures_for_a_script
    table = "date;break [kN];batch\n#{CALM.map { |v| "2026-01-01;#{format('%.3f', v / 1000.0)};a" }.join("\n")}\n"
    status, out, = run_cli("watch", "--json", file: table, name: "days.csv")
    found = JSON.parse(out)

    assert_equal [0, "ok", "kN", nil], [status, *found.values_at("state", "unit", "limit")]
    assert_in_delta 0.584, found["band"]["centre"], 0.001
    assert_match(/lower limit/, found["capability"]["refused"])
  end

  def test_what_is_no_table_of_breaks_is_refused_in_a_line
    status, out, err = run_cli("watch", file: "a,b\n1,2\n", name: "x.csv")

    assert_equal [1, ""], [status, out]
    assert_match(/no column is called force/, err)
    assert_equal 1, run_cli("watch", file: { values: [1, "x"] }).first
    assert_equal 1, run_cli("watch", file: { values: [500], limit: -1 }).first
  end

  def creep(limit: "3")
    rows = [0.1, 0.5, 1, 5, 24, 96, 168, 400].map do |h|
      { hours: h, values: { travel: { text: format("%.4f", 0.42 + (0.081 * (h**0.21))), unit: "mm" } } }
    end
    { kind: "sustained", terms: { limit: { text: limit, unit: "mm" } }, stations: [{ name: "S1", readings: rows }] }
  end

  def test_a_long_test_is_said_as_the_screen_says_it
    status, out, = run_cli("check", file: creep)

    assert_equal 0, status
    assert_match(/\AS1: 0\.7\d+ mm after 17 days; slowing/, out)
    assert_match(/In 50 years it will have come to .* within the 3 mm allowed/, out)
    found = JSON.parse(run_cli("check", "--json", file: creep)[1])

    assert_equal ["ok", 49], [found["tone"], found["chart"]["series"][0]["curve"].size]
  end

  def test_readings_that_contradict_each_other_are_refused
    falling = { kind: "fatigue", stations: [{ readings: [{ count: 50, values: { wear: { text: "1", unit: "mm" } } },
                                                         { count: 40,
                                                           values: { wear: { text: "1", unit: "mm" } } }] }] }

    assert_match(/the count fell: 50/, run_cli("check", file: falling)[2])
    assert_match(/no kind of test/, run_cli("check", file: creep.merge(kind: "magic"))[2])
    untravelled = { kind: "sustained",
                    stations: [{ readings: [{ hours: 1, values: { load: { text: "1", unit: "kN" } } }] }] }

    assert_match(/Travel is needed/, run_cli("check", file: untravelled)[2])
    assert_match(/step|number/, run_cli("check", file: creep(limit: "1e400"))[2])
  end

  def test_drops_lives_and_floating_cells
    _, drops, = run_cli("check",
                        file: { joules: [18, 20, 22, 20, 22, 24, 22, 20, 22, 20, 18, 20],
                                broke: [false, false, true, false, false, true, true, false, true, true, false,
                                        false] })
    _, life, = run_cli("check",
                       file: { load: [5, 5, 4, 4, 3, 3], cycles: [9000, 11_000, 40_000, 52_000, 400_000, 400_000],
                               failed: [true, true, true, true, true, false], at: 2 })
    _, held, = run_cli("check",
                       file: { density: 1025,
                               held: [{ newtons: 402, pascal: 101_320, metres: 6, celsius: 18.4 },
                                      { newtons: 391.2, pascal: 100_960, metres: 6.1, celsius: 16.9 }] })

    assert_match(/Half of them break at 2[01]\.\d+ J/, drops)
    assert_match(/Slope -7\.\d+ .*Only the line says so/m, life)
    assert_match(/394\.79 N under the first conditions: 1\.79 % lost/, held)
    assert_match(/one true or false for each/, run_cli("check", file: { joules: [1, 2], broke: [true] })[2])
    assert_match(/not what a gauge shows/,
                 run_cli("check", file: { held: [{ newtons: 1, pascal: 2, metres: 6, celsius: 18 }] })[2])
  end
end
