# frozen_string_literal: true

require_relative "../test_helper"

# The text of findings: doubtful ones first, and no figure without its unit.
class FindingLinesTest < CoreCase
  def text(name) = MildAnvil::Cli::CurveCommand.call(File.join(FIXTURES, "curves", name), {})

  def test_every_figure_has_its_unit
    lines = text("o03_hook_cycles_then_pull.tsv")

    assert_match(%r{slope [\d.]+ N/mm}, lines)
    assert_match(%r{force [\d.]+ N/s}, lines)
    assert_match(/to peak [\d.]+ J/, lines)
    assert_match(/drift [\d.-]+ mm/, lines)
    figures = lines.lines.grep(/\A {40,}\S/).grep(/\d/).reject { |line| line.match?(/:|likely|look/) }

    odd = figures.grep_v(%r{ (N|mm|J|s|%|Hz|N/mm|N/s|mm/s|mm per decade)$|squared|sense|exponent})

    assert_empty odd
  end

  def test_what_wants_a_look_comes_first
    groups = text("o09_load_share.tsv").scan(/^(To look at|Likely|Sure):$/).flatten

    assert_equal ["To look at", "Likely", "Sure"] & groups, groups
    assert_includes groups, "To look at"
  end

  def test_a_share_is_in_percent_and_an_angle_in_degrees
    stiffness = { kind: "stiffness", at_seconds: 1.0, force_newtons: nil, because: "x", confidence: "sure", doubt: nil,
                  extra: { newtons_per_metre: 2.0, share_of_peak: 0.25 } }
    torque = MildAnvil::Catalogue.units.find("N·m")
    lines = MildAnvil::Cli::FindingLines.new([stiffness], unit: torque, resolution: nil, angle: true).call.join("\n")

    assert_includes lines, "slope 0.0349066 N·m/°"
    assert_includes lines, "share of peak 25 %"
  end
end
