# frozen_string_literal: true

require_relative "../../support/oracle_case"

class OutlierOracleTest < OracleCase
  Outliers = MildAnvil::Core::Outliers
  oracle "04_outliers"

  private

  def grubbs(inputs)
    test = Outliers::Grubbs.new(inputs["values"])
    critical = inputs["alpha"].map do |alpha|
      limits = test.critical(alpha)
      { "alpha" => alpha, "one_sided" => limits.one_sided, "two_sided" => limits.two_sided,
        "low_is_outlier" => test.low > limits.one_sided,
        "high_is_outlier" => test.high > limits.one_sided, "two_sided_is_outlier" => test.two_sided > limits.two_sided }
    end
    { "n" => test.count, "g_low" => test.low, "g_high" => test.high, "g_two_sided" => test.two_sided,
      "p_low" => test.p_low, "p_high" => test.p_high,
      "p_two_sided" => test.p_two_sided, "suspect_two_sided" => test.suspect, "critical" => critical }
  end

  def grubbs_table(inputs)
    { "rows" => inputs["alpha"].product(inputs["n"]).map do |alpha, n|
      { "n" => n, "alpha" => alpha, "one_sided" => Outliers::Grubbs.limit(n, alpha),
        "two_sided" => Outliers::Grubbs.limit(n, alpha / 2) }
    end }
  end

  def dixon(inputs)
    test = Outliers::Dixon.new(inputs["values"])
    critical = inputs["alpha"].map do |alpha|
      { "alpha" => alpha, "one_sided" => test.critical(alpha), "low_is_outlier" => test.low > test.critical(alpha),
        "high_is_outlier" => test.high > test.critical(alpha) }
    end
    { "n" => test.count, "ratio" => test.ratio.to_s, "statistic_low" => test.low, "statistic_high" => test.high,
      "p_low_one_sided" => test.p_low, "p_high_one_sided" => test.p_high, "critical" => critical }
  end

  def dixon_table(inputs)
    rows = inputs["alpha_one_sided"].product(inputs["n"])
    { "rows" => rows.map do |alpha, n|
      { "n" => n, "alpha_one_sided" => alpha,
        "critical" => Outliers::Dixon.critical(n, inputs["ratio"].to_sym, alpha) }
    end }
  end

  def modified_z(inputs)
    result = Outliers::MedianScore.call(inputs["values"], constant: inputs["constant"], limit: inputs["limit"])
    { "median" => result.median, "mad" => result.median_distance, "score" => result.scores,
      "flagged" => result.flagged }
  end

  def gesd(inputs)
    result = Outliers::GeneralizedEsd.call(inputs["values"], most: inputs["max_outliers"], alpha: inputs["alpha"])
    { "statistic" => result.statistics, "critical" => result.critical, "removed_values" => result.removed,
      "outliers" => result.outliers }
  end
end

class NormalityOracleTest < OracleCase
  oracle "05_normality"

  private

  def normality(inputs)
    values = inputs["values"]
    test = MildAnvil::Core::Outliers::Normality
    plain = test.w_test(values)
    logs = test.w_test(values.map { |v| Math.log(v) })
    anderson = test.anderson_darling(values)
    { "w" => plain.w, "w_p" => plain.p, "ad_a2" => anderson.a_squared, "ad_a2_star" => anderson.corrected,
      "ad_p" => anderson.p, "log_w" => logs.w, "log_w_p" => logs.p }
  end
end
