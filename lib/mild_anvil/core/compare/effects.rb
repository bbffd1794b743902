# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # What makes a difference: each factor of a study and their combinations, over all its groups at once. With bounds
      # among the values by a fitted model and likelihood ratios instead of sums of squares.
      class Effects
        # names: factors of the term; p_raised: for the number of terms (Holm); change: nil for combinations
        Row = Struct.new(:names, :p, :p_raised, :real, :change, keyword_init: true)
        # From one level to another, all else alike; limits that hold for any two levels of the factor at once.
        Change = Struct.new(:from, :to, :value, :low, :high, keyword_init: true)

        attr_reader :sides, :factors

        # @param sides [Array<Side>] those that stand in a study
        # @raise [InsufficientData, InvalidInput] when the groups cannot tell the factors apart
        def initialize(sides, confidence: 0.95)
          used = sides.select { |side| side.size.positive? }
          names = used.flat_map { |side| side.levels.keys }.uniq
          @sides = used.select { |side| names.all? { |name| side.levels[name] } }
          @factors = names.select { |name| levels(name).size > 1 }
          raise InsufficientData, "no factor is at two levels here" if factors.empty?
          raise InsufficientData, "no group has any scatter: no test is defined" if no_scatter?

          @confidence = confidence
          @values = @sides.flat_map(&:counted)
          @of = @sides.flat_map { |side| [side] * side.size }
          @model = main
        end

        # @return [Array<Row>] factors first, then combinations as far as the breaks can tell them
        def rows
          @rows ||= begin
            found = terms
            raised = Several.holm(found.map(&:last))
            found.zip(raised).map do |(names, p), holm|
              Row.new(names: names, p: p, p_raised: holm, real: holm < 1 - @confidence,
                      change: names.one? ? change(names.first) : nil)
            end
          end
        end

        # @return [Float] scatter that no factor explains, as a share of the mean
        def scatter_left = spread / (@values.sum(&:value_si) / @values.size)

        # @return [Array<Side::Level>] in their order
        def levels(factor)
          @sides.map { |side| side.levels.fetch(factor) }.uniq(&:name).sort_by { |level| level.value || 0 }
        end

        private

        def complete? = @sides.all?(&:complete?)

        def no_scatter?
          complete? && @sides.any? { |s| s.size > 1 } && @sides.all? { |s| s.breaks_si.uniq.size == 1 }
        end

        def terms = complete? ? by_squares : by_likelihood

        # All combinations where every one was tried, else as far as the cells go.
        def by_squares
          whole ? whole.terms.map { |term| [term.names, term.p] } : by_likelihood
        end

        # @return [Factorial, nil] with all combinations, where every one was tried
        def whole
          return @whole if defined?(@whole)

          rows = @values.each_index.map { |i| @of[i].levels.transform_values(&:name).merge(value: @values[i].value_si) }
          @whole = complete? ? Factorial.new(factors, rows) : nil
        rescue InsufficientData, InvalidInput
          @whole = nil
        end

        def by_likelihood
          full = factors.zip
          pairs = factors.combination(2).to_a
          mains = full.map { |term| [term, ratio_test(full - [term], full)] }
          mains + pairs.filter_map do |pair|
            [pair, ratio_test(full, [*full, pair])]
          rescue InsufficientData, InvalidInput
            nil
          end
        end

        # The ratio of likelihoods turned into the F that it is where nothing is a bound: as chi-squared it flatters few
        # values.
        # Source: Wilks, Annals of Mathematical Statistics 9 (1938); Seber and Lee, Linear Regression Analysis, 2nd
        # edition 2003, section 4.3
        def ratio_test(without, with)
          one, other = [without, with].map { |terms| regression(terms) }
          more = columns(with).size - columns(without).size
          ratio = [2 * (other.log_likelihood - one.log_likelihood), 0.0].max
          f = (Math.exp(ratio / other.breaks) - 1) * other.dof / more
          Statistics::FisherF.upper_tail(f, more, other.dof)
        end

        def regression(terms) = CensoredRegression.new(@values, columns(terms), family: :normal)

        def main
          terms = factors.zip
          return regression(terms) unless complete?

          Statistics::LinearFit.new(columns(terms), @values.map(&:value_si)).tap do |fit|
            raise InsufficientData, "no degree of freedom is left for the scatter" if fit.dof.zero?
          end
        end

        # A combination that was not tried has no column.
        def columns(terms)
          [Array.new(@values.size, 1.0), *terms.flat_map do |term|
            product(term)
          end.reject { |column| column.all?(&:zero?) }]
        end

        def product(term)
          term.map { |factor| dummies(factor) }.reduce do |a, b|
            a.product(b).map do |x, y|
              x.zip(y).map do |u, v|
                u * v
              end
            end
          end
        end

        # One column for each level but the first.
        def dummies(factor)
          levels(factor).drop(1).map { |level| @of.map { |side| side.levels[factor].name == level.name ? 1.0 : 0.0 } }
        end

        # From the first level to the last where they are ordered, else from the weakest to the strongest.
        def change(factor)
          all = levels(factor)
          start = 1 + factors.take(factors.index(factor)).sum { |f| levels(f).size - 1 }
          places = all.each_index.map { |i| i.zero? ? nil : start + i - 1 }
          from, to = all.all?(&:value) ? [0, all.size - 1] : extremes(places)
          row = Array.new(columns_count, 0.0)
          row[places[to]] += 1.0 if places[to]
          row[places[from]] -= 1.0 if places[from]
          low, high = interval(row, all.size - 1)
          Change.new(from: all[from].name, to: all[to].name, value: at(row), low: low, high: high)
        end

        def extremes(places)
          worth = places.map { |place| place ? coefficients[place] : 0.0 }
          worth.size == 2 ? [0, 1] : [worth.index(worth.min), worth.index(worth.max)]
        end

        def columns_count = coefficients.size
        def coefficients = @model.coefficients
        def at(row) = row.zip(coefficients).sum { |x, b| x * b }

        # Two levels by Student's t, more by limits that cannot disagree with the test of the factor.
        # Source: Scheffé, Biometrika 40 (1953)
        def interval(row, df)
          dof = whole ? whole.residual_df : @model.dof
          reach = Math.sqrt(df * Statistics::FisherF.quantile(@confidence, df, dof)) * error(row)
          [at(row) - reach, at(row) + reach]
        end

        # By the scatter that the test goes by: what factors do together is none.
        def error(row)
          return @model.standard_error(row) * Math.sqrt(@model.breaks.fdiv(@model.dof)) unless complete?

          @model.standard_error(row) * (whole ? spread / @model.residual_deviation : 1)
        end

        def spread
          return Math.sqrt(whole.residual_ms) if whole
          return @model.residual_deviation if complete?

          @model.scale * Math.sqrt(@model.breaks.fdiv(@model.dof))
        end
      end
    end
  end
end
