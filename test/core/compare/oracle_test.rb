# frozen_string_literal: true

require_relative "../../support/oracle_case"

class ComparisonOracleTest < OracleCase
  Compare = MildAnvil::Core::Compare
  oracle "06_comparisons"

  private

  def welch(inputs)
    a, b = inputs.values_at("a", "b")
    separate, pooled = [false, true].map { |p| Compare::Difference.new(a, b, pooled: p) }
    low, high = separate.interval(inputs["confidence"])
    pooled_low, pooled_high = pooled.interval(inputs["confidence"])
    { "mean_a" => separate.mean_a, "mean_b" => separate.mean_b, "difference" => separate.value, "t" => separate.t,
      "df" => separate.dof, "p_two_sided" => separate.p_two_sided,
      "p_a_less" => separate.p_a_less, "ci_low" => low, "ci_high" => high, "ratio" => ratio(a, b, inputs),
      "ratio_geometric" => Compare::Ratio.new(a, b).geometric(inputs["confidence"]).transform_keys do |k|
        k == :dof ? "df" : k.to_s
      end,
      "pooled" => { "t" => pooled.t, "df" => pooled.dof, "p_two_sided" => pooled.p_two_sided, "ci_low" => pooled_low,
                    "ci_high" => pooled_high } }
  end

  def ratio(a, b, inputs)
    ratio = Compare::Ratio.new(a, b)
    pooled = ratio.pooled(inputs["confidence"])
    separate = ratio.separate(inputs["confidence"])
    { "of_means" => ratio.value, "fieller_pooled_low" => pooled.low, "fieller_pooled_high" => pooled.high,
      "fieller_unequal_df" => separate.dof, "fieller_unequal_low" => separate.low,
      "fieller_unequal_high" => separate.high }
  end

  def mann_whitney(inputs)
    test = Compare::RankTest.new(inputs["a"], inputs["b"])
    { "u_a" => test.u_a, "u_b" => test.u_b, "rank_sum_a" => test.rank_sum_a, "p_two_sided" => test.p_two_sided,
      "p_a_less" => test.p_a_less, "p_a_greater" => test.p_a_greater,
      "ties" => test.ties?, "p_normal_corrected" => test.p_normal, "prob_a_above_b" => test.probability_a_above_b,
      "shift_estimate" => test.shift }
  end

  def paired_t(inputs)
    test = Compare::Paired.new(inputs["a"], inputs["b"])
    low, high = test.interval(inputs["confidence"])
    { "mean_difference" => test.described.mean, "sd_difference" => test.described.standard_deviation, "t" => test.t,
      "df" => test.dof, "p_two_sided" => test.p_two_sided,
      "ci_low" => low, "ci_high" => high,
      "ratio_geometric" => test.geometric(inputs["confidence"]).transform_keys(&:to_s) }
  end

  def oneway(inputs)
    test = Compare::OneWay.new(inputs["groups"])
    { "anova" => { "ss_between" => test.ss_between, "ss_within" => test.ss_within, "df_between" => test.df_between,
                   "df_within" => test.df_within, "ms_between" => test.ss_between / test.df_between,
                   "ms_within" => test.ms_within, "f" => test.variance.f, "p" => test.variance.p },
      "welch_anova" => row(test.welch), "brown_forsythe" => row(test.brown_forsythe), "levene_mean" => row(test.levene),
      "tukey_q" => test.tukey_q(inputs["confidence"]),
      "tukey" => test.tukey(inputs["confidence"]).map do |p|
        { "pair" => "#{p.other}-#{p.one}", "difference" => p.difference, "low" => p.low, "high" => p.high, "p" => p.p }
      end,
      "kruskal" => test.kruskal_wallis.transform_keys(&:to_s) }
  end

  def row(test) = test.to_h.transform_keys(&:to_s)

  def factorial(inputs)
    rows = inputs["rows"].map { |r| r.except("y").merge(value: r["y"]) }
    test = Compare::Factorial.new(inputs["factors"], rows)
    { "terms" => test.terms.map do |t|
      { "term" => t.name, "df" => t.df, "ss" => t.ss, "ms" => t.ms, "f" => t.f, "p" => t.p }
    end, "residual" => { "df" => test.residual_df, "ss" => test.residual_ss, "ms" => test.residual_ms },
      "total" => { "df" => test.total_df, "ss" => test.total_ss }, "grand_mean" => test.grand_mean }
  end

  def holm(inputs)
    { "holm" => Compare::Several.holm(inputs["p"]), "bonferroni" => Compare::Several.bonferroni(inputs["p"]),
      "benjamini_hochberg" => Compare::Several.benjamini_hochberg(inputs["p"]) }
  end
end

class LevelOracleTest < OracleCase
  Compare = MildAnvil::Core::Compare
  oracle "12_regression_ratios"

  private

  def stitch_regression(inputs)
    x, y = inputs.values_at("stitches", "strength")
    line = Compare::PowerLine.new(x, y)
    power = Compare::PowerCurve.new(x, y)
    full = Compare::SaturatingCurve.new(x, y)
    { "power_loglog" => { "a" => line.coefficient, "b" => line.exponent, "se_b" => line.exponent_error,
                          "residual_sd_log" => line.residual_deviation, "r2_log" => line.r_squared,
                          "predictions" => predictions(line, inputs) },
      "power_nls" => { "a" => power.parameters[0], "b" => power.parameters[1], "rss" => power.rss,
                       "residual_sd" => power.residual_deviation, "predictions" => predictions(power, inputs) },
      "saturating_nls" => { "plateau" => full.parameters[0], "rate" => full.parameters[1], "rss" => full.rss,
                            "residual_sd" => full.residual_deviation, "se_plateau" => full.standard_errors[0],
                            "se_rate" => full.standard_errors[1], "predictions" => predictions(full, inputs) },
      "lower_rss" => power.rss < full.rss ? "power" : "saturating" }
  end

  def predictions(curve, inputs)
    inputs["predict_at"].map do |x|
      curve.predict(x, confidence: inputs["confidence"] || 0.95).then do |p|
        { "x" => p.level, "fit" => p.fit, "prediction_low" => p.low, "prediction_high" => p.high }
      end
    end
  end

  def efficiency(inputs)
    ratio = Compare::Ratio.new(inputs["terminated"], inputs["plain"])
    pooled = ratio.pooled(inputs["confidence"])
    separate = ratio.separate(inputs["confidence"])
    { "efficiency" => ratio.value, "fieller_pooled_low" => pooled.low, "fieller_pooled_high" => pooled.high,
      "fieller_unequal_df" => separate.dof, "fieller_unequal_low" => separate.low,
      "fieller_unequal_high" => separate.high,
      "geometric" => ratio.geometric(inputs["confidence"]).transform_keys do |k|
        k == :dof ? "df" : k.to_s
      end }
  end

  def sheave_pairs(inputs)
    pairs = Compare::Efficiency.new(inputs["tension_in"], inputs["tension_out"])
    slope = pairs.slope
    mean = pairs.mean_ratio
    geometric = pairs.geometric
    { "slope_through_zero" => slope.value, "slope_se" => slope.standard_error, "slope_low" => slope.low,
      "slope_high" => slope.high, "mean_ratio" => mean.value, "mean_ratio_low" => mean.low,
      "mean_ratio_high" => mean.high, "geometric_ratio" => geometric.value, "geometric_low" => geometric.low,
      "geometric_high" => geometric.high }
  end
end
