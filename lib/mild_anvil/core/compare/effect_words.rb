# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # What makes a difference, as plain values with a sentence for each factor.
      module EffectWords
        module_function

        # @return [Hash] refusal:, rows:, scatter_left:, sentences:
        def call(sides, figures, confidence)
          effects = Effects.new(sides, confidence: confidence)
          rows = effects.rows.map { |row| row_of(row, figures) }
          { refusal: nil, factors: effects.factors, groups: effects.sides.map(&:key), rows: rows,
            scatter_left: "#{format('%.1f', effects.scatter_left * 100)} % of the mean",
            sentences: effects.rows.map { |row| sentence(row, figures, confidence) } }
        rescue InsufficientData, InvalidInput => e
          { refusal: e.message, factors: [], groups: [], rows: [], scatter_left: nil, sentences: [] }
        end

        def row_of(row, figures)
          { name: row.names.join(" × "), verdict: row.real ? "yes" : "cannot_tell", p: row.p, p_raised: row.p_raised,
            text: "#{row.real ? 'yes' : 'cannot tell'}#{detail(row, figures)}" }
        end
        private_class_method :row_of

        def detail(row, figures)
          change = row.change or return
          return ": #{figures.nearest(change.value.abs)} from #{change.from} to #{change.to}#{way(change)}" if row.real

          ": #{signed(change.value, figures)} ± #{figures.up((change.high - change.low) / 2)}"
        end
        private_class_method :detail

        def way(change) = change.value.negative? ? ", downwards" : ""
        private_class_method :way

        # @return [String] a figure with its sign, without its unit; nothing is −0
        def signed(value_si, figures)
          text = figures.nearest(value_si.abs).text
          "#{value_si.negative? && text.match?(/[1-9]/) ? '−' : '+'}#{text}"
        end

        def sentence(row, figures, confidence)
          return together(row) if row.change.nil?

          change = row.change
          sure = "with #{format('%g', confidence * 100)} %"
          name = row.names.first
          unless row.real
            return "Whether #{name} makes a difference cannot be told: from #{change.from} to #{change.to} " \
                   "#{signed(change.value, figures)} ± #{figures.up((change.high - change.low) / 2)} #{sure}."
          end

          if change.low.negative? && change.high.positive?
            return "#{name} makes a difference, all its levels together; from #{change.from} to #{change.to} alone " \
                   "#{signed(change.value, figures)} ± #{figures.up((change.high - change.low) / 2)} #{sure}."
          end

          near, far = [change.low.abs, change.high.abs].minmax
          "#{name} makes a difference: from #{change.from} to #{change.to} it is " \
            "#{figures.nearest(change.value.abs)} #{change.value.negative? ? 'less' : 'more'}, between " \
            "#{figures.down(near).text} and #{figures.up(far)} #{sure}."
        end
        private_class_method :sentence

        def together(row)
          names = row.names
          return "What #{names.first} does depends on #{names.drop(1).join(' and ')}." if row.real

          "Whether #{names.join(' and ')} act together cannot be told."
        end
        private_class_method :together
      end
    end
  end
end
