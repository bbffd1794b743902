# frozen_string_literal: true

require_relative "../test_helper"
require_relative "../support/repacked"

# A package on the command line, without a database.
class PackageCommandTest < CoreCase
  include Repacked

  def run_cli(*argv)
    out = StringIO.new
    err = StringIO.new
    status = MildAnvil::Cli::Main.new(out: out, err: err).run(argv)
    [status, out.string, err.string]
  end

  def test_a_whole_package_is_shown_and_rated_again
    assert_equal [0, "Loop: whole, 27 files, 1 signed statements; signed by nobody\n", ""],
                 run_cli("package", PACKAGE, "check")
    assert_equal "  Loop (Brindle Works: Loops): 5 pulls, statement 1",
                 run_cli("package", PACKAGE, "show")[1].lines[1].chomp
    rated = run_cli("package", PACKAGE, "rate")[1].lines(chomp: true)

    assert_equal ["Loop, statement 1: minimum 7.4 kN, limit 1.4 kN: signed under earlier rules; those of now give " \
                  "the same figures",
                  "Loop, as it stands: minimum 7.4 kN, limit 1.4 kN, by tolerance normal"], rated
    signed = JSON.parse(run_cli("package", PACKAGE, "rate", "--json")[1]).dig("signed", 0)
    assert_equal [false, false, true], signed.values_at("same", "same_rules", "same_figures")
  end

  def test_another_figure_in_the_inputs_of_a_lot_gives_another_minimum
    name = MildAnvil::Devices::Package::Contents.open(PACKAGE) { |c| "ratings/#{c.rows(:lots).first[:uid]}.json" }
    weaker = repacked({ name => ->(was) { was.gsub("7930.0", "5930.0") } })

    refute_match(/as it stands: minimum 7\.4 kN/, run_cli("package", weaker, "rate")[1])
    assert_match(/statement 1: minimum 7\.4 kN.*the same figures/, run_cli("package", weaker, "rate")[1])
  end

  def test_a_harmed_one_is_refused_with_its_fault_and_status
    harmed = repacked({ "data/lots.csv" => ->(was) { was.sub("Loop", "Leap") } }, honest: false)
    %w[check show rate].each do |verb|
      status, out, err = run_cli("package", harmed, verb)

      assert_equal [1, ""], [status, out]
      assert_match(%r{data/lots.csv is not what it was}, err)
    end
    assert_equal [2, 2], [run_cli("package", PACKAGE)[0], run_cli("package", PACKAGE, "eat")[0]]
  end
end
