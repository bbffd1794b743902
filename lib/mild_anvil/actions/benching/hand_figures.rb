# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # Figures that somebody reads off during a run, as they were typed and in SI.
      module HandFigures
        WORDS = "words"
        # Units that stand nowhere else: mass, and what a section is made of.
        MORE = [["mass", "kg", 1.0], ["mass", "g", 0.001], ["mass", "t", 1000.0], ["second_moment", "mm⁴", 1.0e-12],
                ["second_moment", "cm⁴", 1.0e-8], ["second_moment", "m⁴", 1.0], ["none", "1", 1.0]].map do |row|
          Core::Quantity::Unit.new(quantity: row[0], symbol: row[1], factor: row[2])
        end.freeze
        MOST_WORDS = 80

        module_function

        # @return [Core::Quantity::Unit, Symbol, nil] :words for what is no number
        def unit(symbol)
          return :words if symbol == WORDS

          MORE.find { |one| one.symbol == symbol } || Catalogue.units.all.find { |one| one.symbol == symbol }
        end

        # @param given [Hash{Symbol => Hash}] by name: text, unit
        # @return [Hash{String => Hash}] text, unit, si
        # @raise [InvalidInput] for what is no number above 0
        def read(given)
          given.to_h { |name, typed| [name.to_s, one(name.to_s, typed[:text].to_s.strip, typed[:unit].to_s)] }
        end

        def one(name, text, symbol)
          unit = unit(symbol) or refuse(name, "has no unit")
          unit == :words ? words(name, text) : number(name, text, unit)
        end
        private_class_method :one

        def number(name, text, unit)
          reading = Core::Quantity::TypedReading.parse(text, unit)
          { text: reading.text, unit: unit.symbol, si: reading.value_si }
        rescue InvalidInput
          refuse(name, "must be a number above 0: “#{text[0, 20]}” is none")
        end
        private_class_method :number

        def words(name, text)
          refuse(name, "is needed, in up to #{MOST_WORDS} letters") unless text.length.between?(1, MOST_WORDS)
          { text: text, unit: WORDS, si: nil }
        end
        private_class_method :words

        def refuse(name, words)
          raise InvalidInput.new("#{name} #{words}", fields: { name => words })
        end
        private_class_method :refuse
      end
    end
  end
end
