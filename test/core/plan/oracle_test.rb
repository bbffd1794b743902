# frozen_string_literal: true

require_relative "../../support/oracle_case"

class PlanOracleTest < OracleCase
  Plan = MildAnvil::Core::Plan
  oracle "10_planning"

  private

  def plan_n(inputs)
    common = { coverage: inputs["coverage"], confidence: inputs["confidence"], variation_share: inputs["cv"],
               required_share: inputs["required_ratio"] }
    needed = Plan::SampleSize.for_bound(**common, assurance: inputs["assurance"])
    { "n" => needed.n, "k" => needed.k, "probability" => needed.probability,
      "probability_one_fewer" => needed.probability_one_fewer,
      "report" => inputs["report_n"].map { |n| { "n" => n, "probability" => Plan::SampleSize.chance(n, **common) } } }
  end

  def next_bound(inputs)
    more = Plan::NextBreak.new(inputs["values"], coverage: inputs["coverage"], confidence: inputs["confidence"])
    { "mean" => more.mean, "sd" => more.deviation, "k_now" => more.factor, "k_next" => more.factor(1),
      "bound_now" => more.bound_now, "bound_if_next_equals_mean" => more.bound_if_mean,
      "expected_bound_predictive_t" => more.expected_bound,
      "expected_bound_plug_in_normal" => more.expected_bound_plugged_in,
      "expected_gain_predictive_t" => more.expected_bound - more.bound_now }
  end
end
