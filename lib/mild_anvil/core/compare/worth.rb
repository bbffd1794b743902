# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # What a group gives for what it takes to make one: for its cost, its mass, its minutes.
      module Worth
        # per: of which of a side; unit: how it is said; amount: how many of them a figure is for
        Kind = Struct.new(:per, :unit, :amount, :question, keyword_init: true)
        KINDS = [Kind.new(per: :cost, unit: "each unit of cost", amount: 1, question: "For its cost"),
                 Kind.new(per: :grams, unit: "100 g", amount: 100, question: "For its mass"),
                 Kind.new(per: :minutes, unit: "each minute of making", amount: 1,
                          question: "For its making time")].freeze

        module_function

        # @param places [Array<Ranking::Place>]
        # @param figures [Quantity::FigureRule]
        # @return [Array<Hash>] per:, unit:, rows: [{key:, name:, value_si:, figure:}] the most first, in_words:; only
        #   what two groups or more are known by
        def call(places, figures)
          KINDS.filter_map do |kind|
            known = places.select { |place| place.side[kind.per].to_f.positive? }
            of_kind(kind, known, figures) if known.size > 1
          end
        end

        def of_kind(kind, known, figures)
          rows = known.map { |place| row(place, kind, figures) }.sort_by { |row| -row[:value_si] }
          first, second = rows
          { per: kind.per.to_s, unit: kind.unit, rows: rows,
            in_words: "#{kind.question} “#{first[:name]}” gives most: #{first[:figure]} for #{kind.unit}, the next " \
                      "#{second[:figure]}." }
        end
        private_class_method :of_kind

        def row(place, kind, figures)
          value = place.centre / place.side[kind.per] * kind.amount
          own = Quantity::FigureRule.for(unit: figures.unit, largest_si: value)
          { key: place.side.key, name: place.side.name, value_si: value, figure: own.nearest(value).to_s }
        end
        private_class_method :row
      end
    end
  end
end
