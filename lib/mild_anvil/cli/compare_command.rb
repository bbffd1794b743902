# frozen_string_literal: true

module MildAnvil
  module Cli
    # bin/anvil compare FILE: groups, pairs, factors or ordered levels set against each other.
    module CompareCommand
      Compare = Core::Compare
      CONFIDENCE = 0.95

      module_function

      # @return [String]
      def call(path, options)
        given = ProblemFile.read(path)
        problem = Shapes.check!(from_table(given), Shapes::COMPARE)
        found = answer(problem)
        options[:json] ? Report.call(found, json: true) : CompareText.call(problem, found)
      end

      # @param given [Hash] docs/cli.md lists the keys
      # @return [Hash]
      # @raise [InvalidInput] when the keys state no comparison
      def answer(given)
        return levels(given) if given.key?("levels")
        return efficiency(given) if given.key?("into")
        return factorial(given) if given.key?("factors")
        return chances(given) if given.key?("p")

        groups = given["groups"] || given.slice("a", "b")
        unless groups.is_a?(Hash) && groups.size > 1
          raise InvalidInput,
                "nothing to compare: give “groups”, “factors” with “rows”, “levels” with “strengths”, “into” with " \
                "“out”, or “p”"
        end

        groups = groups.to_h { |name, values| [name, ProblemFile.numbers!({ name => values }, name)] }
        given["paired"] ? paired(groups, given) : grouped(groups, given)
      end

      # A table with a column of forces: the others are factors; one alone names the groups.
      def from_table(given)
        return given unless given.key?("columns")

        force = force_of(given["columns"])
        factors = given["columns"] - [force]
        rows = given["rows"].map { |row| row.except(force).transform_values(&:to_s).merge("value" => row[force]) }
        return { "factors" => factors, "rows" => rows } unless factors.one?

        groups = rows.group_by { |row| row[factors.first] }
        { "groups" => groups.transform_values { |list| list.map { |row| row["value"] } } }
      end
      private_class_method :from_table

      def force_of(columns)
        columns.find { |c| c.to_s.match?(/\A(force|peak|break|strength|value|y)/i) } ||
          raise(InvalidInput, "the table has no column named force, strength or value")
      end
      private_class_method :force_of

      def confidence(given) = ProblemFile.number!(given, "confidence", CONFIDENCE)
      private_class_method :confidence

      def grouped(groups, given)
        return several(groups, given) if groups.size > 2

        (one, a), (other, b) = groups.to_a
        { groups: [one, other], means: [a, b].map do |v|
          v.sum.fdiv(v.size)
        end, difference: difference(a, b, given), pooled_difference: difference(a, b, given, pooled: true),
          ratio: ratio(a, b, given), ranks: ranks(a, b),
          rules_out: equivalence(a, b, given) }
      end
      private_class_method :grouped

      def difference(a, b, given, pooled: false)
        test = Compare::Difference.new(a, b, pooled: pooled)
        { value: test.value, interval: test.interval(confidence(given)), t: test.t, dof: test.dof,
          p_two_sided: test.p_two_sided, p_first_less: test.p_a_less }
      end
      private_class_method :difference

      def ratio(a, b, given)
        ratio = Compare::Ratio.new(a, b)
        { value: ratio.value, pooled: Part.or_why { ratio.pooled(confidence(given)) },
          separate: Part.or_why { ratio.separate(confidence(given)) },
          geometric: Part.or_why { ratio.geometric(confidence(given)) } }
      end
      private_class_method :ratio

      def ranks(a, b)
        Part.or_why do
          test = Compare::RankTest.new(a, b)
          { u_first: test.u_a, u_second: test.u_b, p_two_sided: test.p_two_sided, p_first_less: test.p_a_less,
            p_first_greater: test.p_a_greater, p_normal: test.p_normal, ties: test.ties?,
            chance_first_is_stronger: test.probability_a_above_b, shift: test.shift }
        end
      end
      private_class_method :ranks

      def equivalence(a, b, given)
        Part.or_why do
          Compare::Equivalence.of(a, b, margin_share: given["margin_share"],
                                        confidence: confidence(given))
        end
      end
      private_class_method :equivalence

      def several(groups, given)
        test = Compare::OneWay.new(groups)
        { groups: groups.keys, means: groups.values.map do |v|
          v.sum.fdiv(v.size)
        end, variance: { ss_between: test.ss_between, ss_within: test.ss_within, **test.variance.to_h },
          welch: Part.or_why do
            test.welch
          end,
          brown_forsythe: test.brown_forsythe, levene: test.levene, kruskal_wallis: test.kruskal_wallis,
          tukey_q: test.tukey_q(confidence(given)), pairs: test.tukey(confidence(given)) }
      end
      private_class_method :several

      def paired(groups, given)
        raise InvalidInput, "a paired comparison takes two groups" if groups.size != 2

        test = Compare::Paired.new(*groups.values)
        { mean_difference: test.described.mean, standard_deviation: test.described.standard_deviation, t: test.t,
          dof: test.dof, p_two_sided: test.p_two_sided, interval: test.interval(confidence(given)),
          geometric: Part.or_why { test.geometric(confidence(given)) } }
      end
      private_class_method :paired

      def factorial(given)
        rows = given["rows"].to_a.map { |row| row.except("value", "y").merge(value: Float(row["value"] || row["y"])) }
        test = Compare::Factorial.new(given["factors"], rows,
                                      interactions: given.fetch("interactions", given["factors"].size))
        { terms: test.terms.map do |t|
          t.to_h.except(:names).merge(term: t.name)
        end, residual: { df: test.residual_df, ss: test.residual_ss, ms: test.residual_ms },
          total: { df: test.total_df, ss: test.total_ss },
          grand_mean: test.grand_mean }
      rescue KeyError, TypeError, ArgumentError => e
        raise InvalidInput, "each row needs a level for every factor and a number under “value”: #{e.message[0, 80]}"
      end
      private_class_method :factorial

      def levels(given)
        x, y = Core::Statistics::Checks.pairs(ProblemFile.numbers!(given, "levels"),
                                              ProblemFile.numbers!(given, "strengths"))
        at = given["predict_at"] ? ProblemFile.numbers!(given, "predict_at") : []
        predict = ->(curve) { at.map { |level| curve.predict(level, confidence: confidence(given)) } }
        { power_line: Part.or_why do
          Compare::PowerLine.new(x, y).then do |c|
            { coefficient: c.coefficient, exponent: c.exponent, exponent_error: c.exponent_error,
              residual_deviation_log: c.residual_deviation, r_squared: c.r_squared, predictions: predict.call(c) }
          end
        end,
          power: Part.or_why do
            Compare::PowerCurve.new(x, y).then do |c|
              curve(c, %i[coefficient exponent]).merge(increments(c, at)).merge(predictions: predict.call(c))
            end
          end,
          saturating: Part.or_why do
            c = Compare::SaturatingCurve.new(x, y)
            curve(c, %i[plateau rate]).merge(increments(c, at))
                                      .merge(level_for_90_percent: c.level_for(0.9), predictions: predict.call(c))
          end }
      end
      private_class_method :levels

      def curve(fitted, names)
        { **names.zip(fitted.parameters).to_h, standard_errors: fitted.standard_errors, rss: fitted.rss,
                                               residual_deviation: fitted.residual_deviation }
      end
      private_class_method :curve

      # What one level more is worth at each level asked for.
      def increments(fitted, levels)
        { increments: levels.map { |level| { level: level, gain: fitted.increment(level) } } }
      end
      private_class_method :increments

      def efficiency(given)
        pairs = Compare::Efficiency.new(ProblemFile.numbers!(given, "into"), ProblemFile.numbers!(given, "out"))
        { slope: pairs.slope(confidence(given)), mean_ratio: pairs.mean_ratio(confidence(given)),
          geometric: Part.or_why do
            pairs.geometric(confidence(given))
          end }
      end
      private_class_method :efficiency

      def chances(given)
        p = ProblemFile.numbers!(given, "p")
        { holm: Compare::Several.holm(p), bonferroni: Compare::Several.bonferroni(p),
          benjamini_hochberg: Compare::Several.benjamini_hochberg(p) }
      end
      private_class_method :chances
    end
  end
end
