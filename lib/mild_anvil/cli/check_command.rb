# frozen_string_literal: true

module MildAnvil
  module Cli
    # bin/anvil check FILE: a measuring chain, a reading's uncertainty, a guarded decision, a chart of daily values, a
    # set of breaks for outliers and shape, or a long test.
    module CheckCommand
      Instrument = Core::Instrument
      # The key that tells which problem a file states.
      KINDS = { "guard_factor" => :guard, **ChainChecks::KINDS, **LongChecks::KINDS, "applied" => :calibration,
                "levels" => :verification,
                "reading" => :budget, "lower_limit" => :watch, "hours" => :creep, "breaks" => :sample_tests,
                "values" => :watch }.freeze

      module_function

      # @return [String]
      def call(path, options)
        given = Shapes.check!(ProblemFile.read(path), Shapes::CHECK)
        found = answer(given)
        return Report.call(found, json: true) if options[:json]

        CheckText.new(given).lines(kind(given), found).join("\n")
      end

      # @param given [Hash] docs/cli.md lists the keys
      # @raise [InvalidInput] when the keys state nothing to check
      def answer(given)
        kind = kind(given)
        owner = [ChainChecks, LongChecks].find { |one| one::KINDS.value?(kind) }
        owner ? owner.public_send(kind, given) : send(kind, given)
      end

      # @return [Symbol]
      def kind(given)
        KINDS.find { |key, _| given.key?(key) }&.last ||
          raise(InvalidInput, "nothing to check: give one of #{KINDS.keys.join(', ')}; docs/cli.md says what belongs " \
                              "to each")
      end

      def calibration(given)
        x = ProblemFile.numbers!(given, "applied")
        y = ProblemFile.numbers!(given, "indicated")
        line = Instrument::CalibrationLine.new(x, y, confidence: ProblemFile.number!(given, "confidence", 0.95))
        { line: straight(line), through_zero: through_zero(x, y), curvature: Part.or_why { curvature(x, y) },
          lack_of_fit: line.lack_of_fit, predictions: given["predict_at"].to_a.map { |at| line.predict(at.to_f) },
          inverse: inverse(line, given) }
      end
      private_class_method :calibration

      def inverse(line, given)
        given["indications"].to_a.zip(given["readings"].to_a).map { |v, m| line.inverse(v.to_f, readings: m || 1) }
      end
      private_class_method :inverse

      def straight(line)
        { slope: line.slope, intercept: line.intercept, slope_error: line.slope_error,
          intercept_error: line.intercept_error, slope_interval: line.slope_interval,
          intercept_interval: line.intercept_interval,
          residual_deviation: line.residual_deviation, r_squared: line.r_squared, residuals: line.residuals }
      end
      private_class_method :straight

      def through_zero(x, y)
        line = Instrument::LineThroughZero.new(x, y)
        { slope: line.slope, slope_error: line.slope_error, slope_interval: line.slope_interval,
          residual_deviation: line.residual_deviation }
      end
      private_class_method :through_zero

      def curvature(x, y)
        curve = Instrument::Curvature.new(x, y)
        { constant: curve.constant, linear: curve.linear, coefficient: curve.coefficient,
          standard_error: curve.standard_error, t: curve.t, dof: curve.dof, p: curve.p,
          residual_deviation: curve.residual_deviation }
      end
      private_class_method :curvature

      def verification(given)
        levels = given["levels"].map do |l|
          Instrument::VerificationClass::Level.new(applied: l.fetch("applied").to_f,
                                                   up: l.fetch("up").map(&:to_f),
                                                   down: l["down"]&.map(&:to_f))
        end
        found = Instrument::VerificationClass.new(levels, resolution: ProblemFile.number!(given, "resolution"),
                                                          range_maximum: ProblemFile.number!(given, "range_maximum"),
                                                          zero_residual: ProblemFile.number!(given, "zero_residual",
                                                                                             0.0),
                                                          masses_share: given["masses_share"])
        { best_class: found.best, lowest_force: found.best && found.lowest_force(found.best),
          reservations: found.reservations, zero_percent: found.zero_share, errors_percent: found.errors,
          source: Instrument::VerificationClass::SOURCE }
      rescue KeyError => e
        raise InvalidInput, "each level needs “applied” and “up”: #{e.message[0, 60]}"
      end
      private_class_method :verification

      # How each part of a budget is stated: a number, a share, or an object.
      PLAIN = %w[resolution zero_drift sampling].freeze
      OF_THE_READING = %w[misalignment masses gravity].freeze
      STATED = %w[calibration repeatability].freeze

      def budget(given)
        reading = ProblemFile.number!(given, "reading")
        parts = given.fetch("parts") do
          raise InvalidInput,
                "a budget needs “parts”: #{[*STATED, *PLAIN,
                                            *OF_THE_READING].join(', ')}"
        end.map { |name, value| part(name, value, reading) }
        budget = Instrument::UncertaintyBudget.new(reading, parts,
                                                   confidence: ProblemFile.number!(given, "confidence", 0.95))
        { corrected: budget.corrected, parts: parts, combined: budget.combined, shared: budget.shared,
          expanded_shared: budget.expanded_shared, random: budget.random,
          effective_dof: budget.effective_dof, coverage_factor: budget.coverage_factor, expanded: budget.expanded,
          coverage_factor_truncated: budget.truncated_factor }
      end
      private_class_method :budget

      def part(name, value, reading)
        parts = Instrument::BudgetParts
        return parts.public_send(name, value) if PLAIN.include?(name)
        return parts.public_send(name, reading, value) if OF_THE_READING.include?(name)
        if name == "calibration"
          return parts.calibration(value["expanded"], factor: value.fetch("factor", 2.0),
                                                      dof: value["dof"])
        end
        return parts.repeatability(value["deviation"], value["readings"]) if name == "repeatability"

        raise InvalidInput.new(
          "“#{name}” is no part of a budget; use #{[*STATED, *PLAIN, *OF_THE_READING].join(', ')}", part: name
        )
      end
      private_class_method :part

      def guard(given)
        rule = Instrument::GuardedDecision.new(limit: ProblemFile.number!(given, "lower_limit"),
                                               standard: ProblemFile.number!(given, "standard_uncertainty"),
                                               guard_factor: ProblemFile.number!(given, "guard_factor"))
        reading = given["reading"]
        answer = { acceptance_limit: rule.acceptance_limit }
        if reading
          answer = answer.merge(accept: rule.accept?(reading),
                                probability_nonconforming: rule.probability_nonconforming(reading))
        end
        process = given.values_at("process_mean", "process_deviation")
        if process.all?
          answer.merge(false_accept: rule.false_accept(*process),
                       false_reject: rule.false_reject(*process), probability_accept: rule.probability_accept(*process))
        else
          answer
        end
      end
      private_class_method :guard

      def watch(given)
        values = ProblemFile.numbers!(given, "values")
        chart = Core::Watch::IndividualsChart.new(values)
        answer = { centre: chart.centre, mean_moving_range: chart.mean_moving_range, upper_limit: chart.upper_limit,
                   lower_limit: chart.lower_limit, upper_range_limit: chart.upper_range_limit,
                   sigma_within: chart.sigma_within,
                   sigma_overall: chart.sigma_overall, western_electric: Core::Watch::RunRules.western_electric(chart),
                   nelson: Core::Watch::RunRules.nelson(chart), ranges_beyond: chart.ranges_beyond }
        given["lower_limit"] ? answer.merge(capability: capability(values, given)) : answer
      end
      private_class_method :watch

      def capability(values, given)
        index = Core::Watch::Capability.new(values, ProblemFile.number!(given, "lower_limit"))
        confidence = ProblemFile.number!(given, "confidence", 0.95)
        { overall: index.overall, within: index.within, interval: index.interval(confidence),
          lower_bound: index.lower_bound(confidence),
          approximate_interval: index.approximate_interval(confidence),
          approximate_lower_bound: index.approximate_lower_bound(confidence), share_below: index.share_below }
      end
      private_class_method :capability

      def creep(given)
        hours, values = %w[hours displacement].map { |key| ProblemFile.numbers!(given, key) }
        far = ProblemFile.number!(given, "extrapolate_hours", Core::Curve::Findings::Creep::FIFTY_YEARS_HOURS)
        rates = Core::Endurance::Slowing.rates(hours, values)
        { power: Part.or_why { power(hours, values, far) }, log: Part.or_why do
          log(hours, values, far)
        end, rates: rates, rate_never_increases: Core::Endurance::Slowing.steadily?(rates) }
      end
      private_class_method :creep

      def power(hours, values, far)
        fit = Core::Endurance::PowerCreep.new(hours, values)
        { initial: fit.initial, coefficient: fit.coefficient, exponent: fit.exponent, rss: fit.rss,
          residual_deviation: fit.residual_deviation, standard_errors: fit.standard_errors, slowing: fit.slowing?,
          extrapolated: fit.extrapolated(far) }
      end
      private_class_method :power

      def log(hours, values, far)
        line = Core::Endurance::LogCreep.new(hours, values)
        { level: line.level, per_decade: line.per_decade, rss: line.rss, r_squared: line.r_squared,
          standard_errors: line.fit.standard_errors, residual_deviation: line.fit.residual_deviation,
          extrapolated: line.extrapolated(far) }
      end
      private_class_method :log

      def sample_tests(given)
        { breaks: given["breaks"].size,
          sample_tests: Core::Outliers::SampleTests.for(ProblemFile.numbers!(given, "breaks")) }
      end
      private_class_method :sample_tests
    end
  end
end
