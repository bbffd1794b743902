# frozen_string_literal: true

require_relative "../../support/oracle_case"

class CreepOracleTest < OracleCase
  Endurance = MildAnvil::Core::Endurance
  oracle "09_creep"

  private

  def creep(inputs)
    times, values = inputs.values_at("hours", "displacement")
    return { "log" => log(times, values, inputs) } if inputs["model"] == "log"

    rates = Endurance::Slowing.rates(times, values)
    power = Endurance::PowerCreep.new(times, values)
    { "power" => power_figures(power, inputs), "log" => log(times, values, inputs), "rates" => rates,
      "rate_never_increases" => Endurance::Slowing.steadily?(rates), "b_below_one" => power.exponent < 1,
      "lower_rss" => power.rss < Endurance::LogCreep.new(times, values).rss ? "power" : "log" }
  rescue MildAnvil::InsufficientData
    raise if times.size < 4

    # The exponent runs to nothing: only the line over the logarithm of time is left.
    { "power" => nil, "log" => log(times, values, inputs), "rates" => rates,
      "rate_never_increases" => Endurance::Slowing.steadily?(rates), "b_below_one" => nil, "lower_rss" => "log" }
  end

  def power_figures(power, inputs)
    far = power.extrapolated(inputs["extrapolate_hours"], confidence: inputs["confidence"] || 0.95)
    { "d0" => power.initial, "a" => power.coefficient, "b" => power.exponent, "rss" => power.rss,
      "residual_sd" => power.residual_deviation, "se_d0" => power.standard_errors[0],
      "se_a" => power.standard_errors[1], "se_b" => power.standard_errors[2], "extrapolated" => far[:value],
      "extrapolated_se" => far[:standard_error], "ci_low" => far[:low], "ci_high" => far[:high] }
  end

  def log(times, values, inputs)
    line = Endurance::LogCreep.new(times, values)
    far = line.extrapolated(inputs["extrapolate_hours"], confidence: inputs["confidence"] || 0.95)
    { "A" => line.level, "B" => line.per_decade, "rss" => line.rss, "residual_sd" => line.fit.residual_deviation,
      "se_A" => line.fit.standard_errors[0], "se_B" => line.fit.standard_errors[1], "r2" => line.r_squared,
      "extrapolated" => far[:value], "ci_low" => far[:low], "ci_high" => far[:high],
      "prediction_low" => far[:prediction_low], "prediction_high" => far[:prediction_high] }
  end
end
