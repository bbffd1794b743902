# frozen_string_literal: true

require_relative "../../support/oracle_case"

class WatchOracleTest < OracleCase
  Watch = MildAnvil::Core::Watch
  oracle "08_control_charts"

  private

  def imr(inputs)
    chart = Watch::IndividualsChart.new(inputs["values"])
    { "center" => chart.centre, "mean_moving_range" => chart.mean_moving_range, "ucl" => chart.upper_limit,
      "lcl" => chart.lower_limit, "ucl_moving_range" => chart.upper_range_limit,
      "sigma_within" => chart.sigma_within, "sd_overall" => chart.sigma_overall, "moving_ranges" => chart.moving_ranges,
      "western_electric" => numbered(Watch::RunRules.western_electric(chart)),
      "nelson" => numbered(Watch::RunRules.nelson(chart)), "moving_range_beyond" => chart.ranges_beyond }
  end

  def numbered(rules) = rules.values.each_with_index.to_h { |places, i| ["rule#{i + 1}", places] }

  def capability(inputs)
    index = Watch::Capability.new(inputs["values"], inputs["lower_limit"])
    { "mean" => index.mean, "sd_overall" => index.sigma_overall, "sigma_within" => index.sigma_within,
      "ppk_overall" => index.overall, "cpk_within" => index.within,
      "exact_two_sided" => index.interval(inputs["confidence"]),
      "exact_one_sided_lower" => index.lower_bound(inputs["confidence"]),
      "approx_two_sided" => index.approximate_interval(inputs["confidence"]),
      "approx_one_sided_lower" => index.approximate_lower_bound(inputs["confidence"]),
      "fraction_below_limit" => index.share_below }
  end
end
