# frozen_string_literal: true

require_relative "../test_helper"
require "open3"
require "stringio"
require "tempfile"

class CliTest < CoreCase
  def cli(*argv)
    out = StringIO.new
    err = StringIO.new
    status = MildAnvil::Cli::Main.new(out: out, err: err).run(argv)
    [status, out.string, err.string]
  end

  def file(text, name = "breaks.csv")
    Tempfile.create([File.basename(name, ".*"), File.extname(name)]) do |f|
      f.write(text)
      f.flush
      yield f.path
    end
  end

  BREAKS = "force [kN],counts_as\n23.4,break\n24.1,break\n23.0,break\n24.6,\n23.7,break\n22.8,break\n"

  def test_rate_prints_what_the_core_states
    file(BREAKS) do |path|
      status, out, = cli("rate", path, "--population", "normal", "--factor", "5")

      assert_equal 0, status
      assert_includes out, "Minimum breaking strength 21.0 kN / 5 = working load limit 4.2 kN"
      assert_match(/Of 100 such bounds from 6 values.*none was among these 6 broken/m, out)
    end
  end

  # Nobody chose a factor, and nobody said what is known of the population.
  def test_what_nobody_said_is_not_taken_for_said
    file(BREAKS) do |path|
      assert_includes cli("rate", path)[1], "Minimum breaking strength 19.9 kN; no working load limit: no design factor"
      assert_includes cli("rate", path)[1], "Nothing says what shape the population has"
      assert_match(/cannot tell: .*not known/, cli("rate", path, "--claim", "5")[1])
    end
  end

  def test_rate_in_json_is_the_statement
    given = { unit: "kN", values: [22.34, 22.26, 23.46], coverage: 0.9, claim: 25, shared_uncertainty_share: 0.0 }
    file(JSON.generate(given), "breaks.json") do |path|
      statement = JSON.parse(cli("rate", path, "--json")[1])

      assert_equal ["fail", 0.9], [statement["verdicts"][0]["state"], statement["coverage"]]
      assert_in_delta 6.15528110333, statement["schools"].find { |s|
        s["key"] == "tolerance_normal"
      }["working"]["k"], 1e-8
    end
  end

  def test_plain_columns_of_numbers_are_breaks
    file("22.34\n22.26\n23.46\n") { |path| assert_includes cli("rate", path)[1], "3 break" }
    file("force;unit\n2000;kgf\n2100;kgf\n2040;kgf\n") do |path|
      assert_includes cli("rate", path, "--unit", "kgf")[1], "2000 kgf"
    end
  end

  def test_bad_input_names_the_row_and_exits_with_one
    ["force\n22\nabc\n", "", "force\n", "force,counts_as\n22,perhaps\n"].each do |text|
      file(text) do |path|
        status, _, err = cli("rate", path)

        assert_equal 1, status, text
        refute_empty err
      end
    end
    file("force\n22\nabc\n") { |path| assert_match(/row 2/, cli("rate", path)[2]) }
  end

  def test_wrong_use_exits_with_two
    [[], ["rate"], ["rate", "/nowhere"], %w[dance x], ["rate", "x", "--colour"]].each do |argv|
      assert_equal 2, cli(*argv).first, argv.inspect
    end
    assert_equal 1, cli("rate", File.join(FIXTURES, "oracles/01_k_factors.json")).first
  end

  def test_curve_prints_reading_and_findings
    status, out, = cli("curve", File.join(FIXTURES, "curves/o01_webbing_pull.csv"))

    assert_equal 0, status
    assert_match(/peak .* 21\.385 kN/, out)
    found = JSON.parse(cli("curve", File.join(FIXTURES, "curves/o06_body_collapse.csv"), "--json")[1])

    assert_in_delta 18_913.5, found["findings"].find { |f| f["kind"] == "peak" }["force_newtons"], 1e-6
  end

  def test_curve_asks_and_takes_answers
    path = File.join(FIXTURES, "curves/o04_staged_coupon.txt")

    assert_equal 1, cli("curve", path).first
    assert_match(/7\.617/, cli("curve", path, "--columns", "0:time:s,1:force:kN:main,2:displacement:mm")[1])
  end

  def test_a_folder_gives_a_table
    out = cli("curve", File.join(FIXTURES, "curves"))[1]

    assert_match(/^o01_webbing_pull.csv\s+21385 N\s+sure/, out)
    assert_match(/^o11_torque_to_failure.csv\s+18\.\d+ N·m/, out)
    assert_match(/^ox1_empty.csv\s+-\s+look\s+The file is empty/, out)
  end

  def test_the_program_runs_without_a_database
    out, status = Open3.capture2e({ "DATABASE_URL" => nil }, File.expand_path("../../bin/anvil", __dir__), "curve",
                                  File.join(FIXTURES, "curves/o07_jaw_slips.csv"))

    assert_predicate status, :success?, out
  end
end
