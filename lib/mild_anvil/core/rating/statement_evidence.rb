# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What stands behind a statement's figures, as plain values: tests, plot, failure modes, further breaks, use.
      module StatementEvidence
        module_function

        # @param statement [Statement]
        # @return [Hash]
        def call(statement)
          figures = statement.figures
          { sample_tests: statement.sample_tests.map { |test| test(test, figures) }, plot: statement.plot.map do |drawn|
            plot(drawn)
          end,
            next_breaks: statement.next_breaks.map { |row| next_break(row, figures) },
            failure_modes: statement.failure_modes && modes(statement.failure_modes, figures),
            in_use: statement.in_use.map do |row|
              { key: row.key.to_s, name: row.name, factor: row.factor, limit: row.limit.to_h }
            end }
        end

        def test(test, figures)
          test.to_h.merge(key: test.key.to_s, values: test.values.map { |v| figures.nearest(v).to_h })
        end
        private_class_method :test

        def plot(drawn)
          points = drawn[:points].map { |point| point.merge(arrow: point[:arrow]&.to_s) }
          drawn.merge(family: drawn[:family].to_s, points: points)
        end
        private_class_method :plot

        def next_break(row, figures)
          row.merge(stated: row[:value_si].positive? ? figures.down(row[:value_si]).to_h : nil)
        end
        private_class_method :next_break

        def modes(result, figures)
          { in_words: result.in_words, modes: result.modes.map do |m|
            m.to_h.merge(stated: m.value_si && figures.down(m.value_si).to_h)
          end }
        end
        private_class_method :modes
      end
    end
  end
end
