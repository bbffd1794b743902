# frozen_string_literal: true

require_relative "../../support/oracle_case"

# Life against load with run-outs, and drops up and down, against R (14_life_and_staircase.R).
class LifeStaircaseOracleTest < OracleCase
  oracle "14_life_and_staircase"

  private

  def life(inputs)
    pieces = inputs["load"].zip(inputs["cycles"], inputs["failed"]).map do |load, cycles, failed|
      MildAnvil::Core::Endurance::Life::Piece.new(load: load, cycles: cycles, failed: failed)
    end
    found = MildAnvil::Core::Endurance::Life.new(pieces)
    row = [1.0, Math.log(inputs["at"]) - (pieces.sum { |p| Math.log(p.load) } / pieces.size)]
    { "slope" => found.slope, "scale" => found.fit.scale, "log_median" => Math.log(found.at(inputs["at"])[:median]),
      "se_slope" => found.fit.standard_errors[1], "se_log_median" => found.fit.standard_error(row) }
  end

  def staircase(inputs)
    drops = inputs["joules"].zip(inputs["broke"]).map do |joules, broke|
      MildAnvil::Core::Endurance::Staircase::Drop.new(joules: joules, broke: broke)
    end
    found = MildAnvil::Core::Endurance::Staircase.new(drops)
    low, high = found.interval
    { "mean" => found.mean, "deviation" => found.deviation, "log_likelihood" => found.log_likelihood, "low" => low,
      "high" => high }
  end
end
