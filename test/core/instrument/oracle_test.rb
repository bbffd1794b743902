# frozen_string_literal: true

require_relative "../../support/oracle_case"

class CalibrationOracleTest < OracleCase
  Instrument = MildAnvil::Core::Instrument
  oracle "07_calibration"

  private

  def calibration(inputs)
    x, y = inputs.values_at("reference", "indicated")
    line = Instrument::CalibrationLine.new(x, y, confidence: inputs["confidence"] || 0.95)
    { "slope" => line.slope, "intercept" => line.intercept, "se_slope" => line.slope_error,
      "se_intercept" => line.intercept_error, "slope_ci" => line.slope_interval,
      "intercept_ci" => line.intercept_interval,
      "residual_sd" => line.residual_deviation, "r2" => line.r_squared, "residuals" => line.residuals,
      "max_abs_residual" => line.residuals.map(&:abs).max,
      "max_abs_residual_pct_full_scale" => 100 * line.residuals.map(&:abs).max / inputs["full_scale"],
      "max_abs_deviation_from_reference" => x.zip(y).map { |a, b| (b - a).abs }.max,
      "predictions" => inputs["predict_at"].map { |at| prediction(line.predict(at)) },
      "inverse" => inputs["new_indications"].zip(inputs["readings_per_new"])
                                            .map { |v, m| inverse(line.inverse(v, readings: m)) },
      "through_zero" => through_zero(x, y), "quadratic" => quadratic(x, y),
      "lack_of_fit" => line.lack_of_fit&.to_h&.transform_keys(&:to_s) }
  end

  def prediction(p)
    { "x" => p.applied, "fit" => p.fit, "prediction_low" => p.low, "prediction_high" => p.high,
      "mean_low" => p.mean_low, "mean_high" => p.mean_high }
  end

  def inverse(i)
    { "indication" => i.indication, "readings" => i.readings, "force" => i.force, "fieller_low" => i.low,
      "fieller_high" => i.high, "se" => i.standard_error, "delta_low" => i.delta_low, "delta_high" => i.delta_high }
  end

  def through_zero(x, y)
    line = Instrument::LineThroughZero.new(x, y)
    { "slope" => line.slope, "se_slope" => line.slope_error, "residual_sd" => line.residual_deviation,
      "slope_ci" => line.slope_interval, "residuals" => line.residuals,
      "max_abs_residual" => line.residuals.map(&:abs).max }
  end

  def quadratic(x, y)
    curve = Instrument::Curvature.new(x, y)
    { "coefficient" => curve.coefficient, "linear" => curve.linear, "constant" => curve.constant,
      "se" => curve.standard_error, "t" => curve.t, "df" => curve.dof, "p" => curve.p,
      "residual_sd" => curve.residual_deviation, "max_abs_residual" => curve.residuals.map(&:abs).max }
  end

  def strd(inputs)
    raise "only the line is here" unless inputs["model"] == "linear"

    line = Instrument::CalibrationLine.new(inputs["x"], inputs["y"])
    { "coef" => [line.intercept, line.slope], "se" => [line.intercept_error, line.slope_error],
      "residual_sd" => line.residual_deviation, "r2" => line.r_squared }
  end
end

class UncertaintyOracleTest < OracleCase
  Instrument = MildAnvil::Core::Instrument
  oracle "11_uncertainty"

  private

  def gum(inputs)
    parts = Instrument::BudgetParts
    reading = inputs["reading"]
    all = [parts.calibration(inputs["calibration_U"], factor: inputs["calibration_k"], dof: inputs["calibration_dof"]),
           parts.resolution(inputs["resolution"]), parts.zero_drift(inputs["zero_drift_half_width"]),
           parts.misalignment(reading, inputs["misalignment_max_deg"]),
           parts.repeatability(inputs["repeatability_sd"], inputs["repeatability_n"])]
    budget = Instrument::UncertaintyBudget.new(reading, all, confidence: inputs["confidence"])
    { "corrected" => budget.corrected, "misalignment_bias" => all[3].bias, "u" => all.to_h do |p|
      [p.name.to_s, p.standard]
    end, "combined" => budget.combined, "effective_dof" => budget.effective_dof, "k" => budget.coverage_factor,
      "expanded" => budget.expanded, "k_truncated_dof" => budget.truncated_factor,
      "expanded_truncated_dof" => budget.truncated_factor * budget.combined,
      "relative_expanded_percent" => 100 * budget.expanded / budget.corrected }
  end

  def guard(inputs)
    rule = Instrument::GuardedDecision.new(limit: inputs["lower_limit"], standard: inputs["u"],
                                           guard_factor: inputs["guard_factor"])
    process = inputs.values_at("process_mean", "process_sd")
    { "acceptance_limit" => rule.acceptance_limit, "accept" => rule.accept?(inputs["reading"]),
      "probability_nonconforming" => rule.probability_nonconforming(inputs["reading"]),
      "probability_nonconforming_at_limit" => rule.probability_nonconforming(rule.acceptance_limit),
      "global_false_accept" => rule.false_accept(*process), "global_false_reject" => rule.false_reject(*process),
      "probability_accept" => rule.probability_accept(*process) }
  end
end
