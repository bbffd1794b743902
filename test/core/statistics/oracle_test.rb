# frozen_string_literal: true

require_relative "../../support/oracle_case"

# The reference answers of independent tools, kinds 1 to 3: every case, at its stated tolerance, refusals included.
class OracleTest < OracleCase
  %w[01_k_factors 02_lower_bounds 03_ml_fits].each { |file| oracle file }

  private

  def k_factor(inputs)
    { "k" => inputs["n"].map do |n|
      Statistics::ToleranceFactor.normal(breaks: n, coverage: inputs["coverage"],
                                         confidence: inputs["confidence"])
    end }
  end

  def k_prediction(inputs)
    { "k" => inputs["n"].map { |n| Statistics::ToleranceFactor.prediction(breaks: n, coverage: inputs["coverage"]) } }
  end

  def k_known_sigma(inputs)
    { "k" => inputs["n"].map do |n|
      Statistics::ToleranceFactor.known_scatter(breaks: n, coverage: inputs["coverage"],
                                                confidence: inputs["confidence"])
    end }
  end

  def smallest_n(inputs)
    { "n" => inputs["ranks"].map do |r|
      Statistics::OrderStatistic.smallest_count(coverage: inputs["coverage"],
                                                confidence: inputs["confidence"],
                                                rank: r)
    end }
  end

  def order_rank(inputs)
    share = { coverage: inputs["coverage"] }
    ranks = inputs["n"].map do |n|
      Statistics::OrderStatistic.usable_rank(breaks: n, confidence: inputs["confidence"],
                                             **share)
    end
    { "rank" => ranks.map(&:to_i),
      "achieved_confidence" => ranks.zip(inputs["n"]).map do |r, n|
        r && Statistics::OrderStatistic.confidence(breaks: n,
                                                   rank: r,
                                                   **share)
      end }
  end

  # The bounds as the schools give them, from the same values as SI; a bound below zero is in the refusal's working.
  def lower_bounds(inputs)
    values = inputs["values"]
    observed = values.map { |v| Rating::Observation.checked(counts_as: :break, value_si: v) }
    sample = Rating::Sample.new(observed)
    described = sample.scattered!
    { "n" => described.count, "mean" => described.mean, "sd" => described.standard_deviation,
      "cv" => described.variation_share, "lowest" => described.lowest,
      "highest" => described.highest, "median" => described.median,
      "mean_minus_2s" => described.mean - (2 * described.standard_deviation),
      "mean_minus_3s" => Rating::Schools::MeanMinusThreeS.rate(sample, terms(resolution_si: nil)).working[:bound_si],
      "normal" => normal(sample, inputs), "lognormal" => lognormal(sample, inputs),
      "lowest_confidence" => inputs["coverages_for_lowest"].map do |p|
        { "coverage" => p,
          "confidence" => Rating::Schools::Lowest.rate(
            sample, terms(coverage: p, resolution_si: nil)
          ).working[:confidence] }
      end }
  end

  FAMILIES = { "normal" => Statistics::Families::StandardNormal, "lognormal" => Statistics::Families::StandardNormal,
               "weibull" => Statistics::Families::SmallestExtreme }.freeze

  def ml_fit(inputs)
    names = inputs["distribution"] ? [inputs["distribution"]] : FAMILIES.keys
    fits = names.to_h { |name| [name, fitted(name, inputs)] }
    fits.merge("n" => inputs["values"].size, "uncensored" => inputs["censored"].count(false),
               "lowest_aic" => fits.min_by do |_, fit|
                 fit["aic"]
               end.first)
  end

  def fitted(name, inputs)
    logs = name != "normal"
    raise MildAnvil::InvalidInput, "logarithms need values above zero" if logs && inputs["values"].any? { |v| v <= 0 }

    values = likelihood_values(inputs, logs)
    fit = Statistics::LocationScaleFit.new(FAMILIES.fetch(name), values)
    log_likelihood = fit.log_likelihood - (logs ? values.select { |v| v.kind == :exact }.sum(&:low) : 0.0)
    { "loglik" => log_likelihood, "aic" => 4 - (2 * log_likelihood), "percentiles" => inputs["percentiles"].map do |p|
      percentile(fit, p, logs, inputs["confidence"])
    end }.merge(parameters(name, fit))
  end

  def likelihood_values(inputs, logs)
    inputs["values"].zip(inputs["censored"]).map do |value, censored|
      Statistics::Likelihood::Value.new(kind: censored ? :right : :exact, low: logs ? Math.log(value) : value)
    end
  end

  def parameters(name, fit)
    { "normal" => { "mu" => fit.location, "sigma" => fit.scale },
      "lognormal" => { "mean_log" => fit.location, "sd_log" => fit.scale },
      "weibull" => { "shape" => 1 / fit.scale, "scale" => Math.exp(fit.location) } }.fetch(name)
  end

  def percentile(fit, share, logs, confidence)
    z = Statistics::Normal.quantile(confidence)
    estimate, lower = [fit.percentile(share), fit.bound(share, drop: z * z / 2)].map { |y| logs ? Math.exp(y) : y }
    error = fit.standard_error(share) / (logs ? 1 : estimate)
    { "p" => share, "estimate" => estimate, "lower_lr" => lower, "se_log" => error,
      "lower_wald_log" => estimate * Math.exp(-z * error) }
  end

  def normal(sample, inputs)
    inputs["pairs"].map do |coverage, confidence|
      asked = terms(coverage: coverage, confidence: confidence, resolution_si: nil)
      working = Rating::Schools::ToleranceNormal.rate(sample, asked).working
      { "coverage" => coverage, "confidence" => confidence, "k" => working[:k], "bound" => working[:bound_si] }
    end
  end

  def lognormal(sample, inputs)
    results = inputs["pairs"].map do |coverage, confidence|
      Rating::Schools::ToleranceLognormal.rate(sample,
                                               terms(
                                                 coverage: coverage, confidence: confidence, resolution_si: nil
                                               ))
    end
    { "mean_log" => results.first.working[:mean_log_si], "sd_log" => results.first.working[:standard_deviation_log],
      "bounds" => results.zip(inputs["pairs"]).map do |r, (coverage, confidence)|
        { "coverage" => coverage, "confidence" => confidence, "k" => r.working[:k], "bound" => r.value_si }
      end }
  end
end
