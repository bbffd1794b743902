# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # The effect of each factor and of their combinations on a strength: analysis of variance, type II where
      # unbalanced.
      class Factorial
        Term = Struct.new(:names, :df, :ss, :ms, :f, :p, keyword_init: true) do
          def name = names.join(":")
        end
        MOST_FACTORS = 4

        attr_reader :factors, :residual_df, :residual_ss

        # @param factors [Array<String>] one to four
        # @param rows [Array<Hash>] each with a level for every factor, and a value under :value
        # @param interactions [Integer] the highest order that is fitted; all by default
        # @raise [InsufficientData] without any degree of freedom for error; [InvalidInput] for an empty cell, naming it
        # Source: Searle, Linear Models for Unbalanced Data, 1987, chapter 4
        # Method: each term against the model of all terms that do not contain it.
        def initialize(factors, rows, interactions: factors.size)
          unless factors.size.between?(
            1, MOST_FACTORS
          )
            raise InvalidInput.new("one to #{MOST_FACTORS} factors can be told apart at once",
                                   factors: factors.size)
          end

          @factors = factors
          @values = Statistics::Checks.floats(rows.map { |row| row.fetch(:value) })
          gather(rows)
          @terms = (1..interactions).flat_map { |order| factors.combination(order).to_a }
          check!(rows)
          full = residual(@terms)
          @residual_ss = full.rss
          @residual_df = full.dof
        end

        def grand_mean = @values.sum / @values.size
        def total_ss = Group.squares(@values)
        def total_df = @values.size - 1
        def residual_ms = residual_ss / residual_df

        # @return [Array<Term>] main effects first
        def terms
          @terms.map do |term|
            others = @terms.reject { |other| (term - other).empty? }
            without = residual(others)
            with = residual([*others, term])
            ss = without.rss - with.rss
            df = without.dof - with.dof
            f = ss / df / residual_ms
            Term.new(names: term, df: df, ss: ss, ms: ss / df, f: f,
                     p: Statistics::FisherF.upper_tail(f, df, residual_df))
          end
        end

        private

        # Rows of one cell stand at one place: their mean, as often as there are, says all but the scatter within.
        def gather(rows)
          cells = rows.zip(@values).group_by { |row, _| factors.map { |f| row.fetch(f) } }
          @levels = factors.each_with_index.to_h { |f, i| [f, cells.keys.map { |levels| levels[i] }] }
          @weights = cells.values.map { |own| Math.sqrt(own.size) }
          @means = cells.values.map { |own| own.sum(&:last) / own.size }
          @within_ss = cells.values.sum { |own| Group.squares(own.map(&:last)) }
        end

        # @raise [InvalidInput] when a cell is empty
        def whole!
          cells = factors.map { |f| @levels[f] }.transpose
          missing = factors.map { |f| @levels[f].uniq }.then { |first, *rest| first.product(*rest) } - cells
          return if missing.empty?

          raise InvalidInput.new("no break at #{missing.first.join(', ')}: the interaction cannot be estimated in full",
                                 missing: missing.first)
        end

        def check!(rows)
          single = factors.find { |f| @levels[f].uniq.size < 2 }
          raise InvalidInput.new("#{single} has one level only: there is nothing to compare", factor: single) if single

          whole! if @terms.include?(factors)
          parameters = 1 + @terms.sum { |term| term.map { |f| @levels[f].uniq.size - 1 }.reduce(:*) }
          return if rows.size > parameters

          raise InsufficientData.new(
            "no degrees of freedom are left for error: leave out the highest interaction, or add breaks",
            values: rows.size, unknowns: parameters
          )
        end

        Residual = Struct.new(:rss, :dof)
        private_constant :Residual

        # @return [Residual] what a model of these terms leaves
        def residual(terms)
          @left ||= {}
          @left[terms.sort] ||= begin
            columns = [Array.new(@means.size, 1.0), *terms.flat_map { |term| product(term) }]
            fit = Statistics::LinearFit.new(columns.map { |column| weighted(column) }, weighted(@means))
            Residual.new(fit.rss + @within_ss, @values.size - columns.size)
          end
        end

        def weighted(column) = column.zip(@weights).map { |v, w| v * w }

        # Columns of a term: products of its factors' contrasts.
        def product(term)
          term.map { |f| contrasts(f) }.reduce do |left, right|
            left.product(right).map do |a, b|
              a.zip(b).map do |x, y|
                x * y
              end
            end
          end
        end

        # Each level against the last one, summing to nothing.
        def contrasts(factor)
          levels = @levels[factor].uniq
          levels[0...-1].map { |level| @levels[factor].map { |l| contrast(l, level, levels.last) } }
        end

        def contrast(level, this, last)
          return 1.0 if level == this

          level == last ? -1.0 : 0.0
        end
      end
    end
  end
end
