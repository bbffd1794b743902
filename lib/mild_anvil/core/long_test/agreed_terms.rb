# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      # What was agreed of a test or a station: kept as it was typed, read as SI.
      module AgreedTerms
        MAY_BE_NOTHING = %w[temperature share time].freeze

        module_function

        # @param terms [Array<Term>]; @param typed [Hash] key => {text, unit}
        # @param units [Array<Quantity::Unit>]
        # @return [Hash] to be kept
        # @raise [InvalidInput] naming every field that is wrong
        def checked(terms, typed, units)
          wrong = {}
          kept = terms.filter_map do |term|
            given = typed[term.key]
            next if given.nil? || given[:text].to_s.strip.empty?

            [term.key, one(term, given, units)]
          rescue InvalidInput => e
            wrong[term.key] = e.message
            nil
          end
          unknown = typed.keys - terms.map(&:key)
          unknown.each { |key| wrong[key] = "is no term of this kind" }
          refuse(wrong) if wrong.any?
          kept.to_h
        end

        # @return [Hash] as the kind has them when nobody said otherwise
        def defaults(terms)
          terms.select(&:default).to_h { |term| [term.key, { text: term.default, unit: term.units.first.to_s }] }
        end

        # @param kept [Hash]
        # @return [Hash{Symbol => Float, String}]
        def si(terms, kept, units)
          terms.filter_map do |term|
            given = kept[term.key] or next
            [term.key, term.quantity == "text" ? given[:text] : parse(term, given, units).si]
          end.to_h
        end

        def one(term, given, units)
          return { text: given[:text].strip[0, 400], unit: "" } if term.quantity == "text"

          typed = parse(term, given, units)
          { text: typed.text, unit: typed.unit }
        end
        private_class_method :one

        def parse(term, given, units)
          symbol = given[:unit].to_s
          unless term.units.include?(symbol)
            raise InvalidInput.new("#{term.name} is typed in #{term.units.join(', ')}", unit: symbol)
          end

          unit = units.find { |one| one.symbol == symbol }
          Typed.parse(given[:text], unit, name: term.name.downcase, signed: term.quantity == "temperature",
                                          above_zero: !MAY_BE_NOTHING.include?(term.quantity))
        end
        private_class_method :parse

        def refuse(wrong)
          raise InvalidInput.new(wrong.values.first.sub(/\A./, &:upcase), fields: wrong)
        end
        private_class_method :refuse
      end
    end
  end
end
