# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      # A reading as a person typed it: digits and a unit; below nothing where the channel may be.
      Typed = Struct.new(:text, :unit, :si, :step_si, keyword_init: true)

      class Typed
        FORM = /\A-?\d{1,12}(?:\.\d{1,9})?\z/
        LARGEST = { "displacement" => 1.0e4, "temperature" => 5.0e3, "time" => 1.0e12 }.freeze # SI; else as below
        LARGEST_SI = 1.0e9

        # @param text [String]; @param unit [Quantity::Unit]
        # @param signed [Boolean]; @param above_zero [Boolean]; @param name [String] of what is typed, for the words
        # @return [Typed]
        # @raise [InvalidInput]
        def self.parse(text, unit, signed: false, above_zero: false, name: "the reading", field: :text)
          plain = plain(text) || refuse(field, not_read(text, name))
          number = Rational(plain)
          refuse(field, "#{name} cannot lie below nothing") if number.negative? && !signed
          refuse(field, "#{name} cannot be nothing") if number.zero? && above_zero

          decimals = plain.include?(".") ? plain.split(".").last.size : 0
          factor = Rational(unit.factor.to_s)
          si = (number * factor).to_f
          if si.abs > LARGEST.fetch(unit.quantity, LARGEST_SI)
            refuse(field, "#{name} of #{text} #{unit} is more than there is: look at the digits and the unit")
          end
          new(text: plain, unit: unit.symbol, si: si,
              step_si: (Rational(1, 10**decimals) * factor).to_f).freeze
        end

        # @return [String, nil] a sign and digits with a point
        def self.plain(text)
          sign, digits = Quantity::TypedNumber.bare(text).match(/\A([-−+]?)(.*)\z/m).captures
          found = Quantity::TypedNumber.plain(digits)
          plain = found && "#{'-' if %w[- −].include?(sign)}#{found}"
          plain if plain && FORM.match?(plain)
        end
        private_class_method :plain

        def self.not_read(text, name)
          return "#{name} #{Quantity::TypedNumber.question(text.delete('-−+'))}" if
            Quantity::TypedNumber.open?(text.to_s.delete("-−+"))

          "#{name} “#{text}” is no number: type the digits as the display shows them"
        end
        private_class_method :not_read

        def self.refuse(field, words)
          raise InvalidInput.new(words.sub(/\A./, &:upcase), fields: { field => words })
        end
        private_class_method :refuse
      end
    end
  end
end
