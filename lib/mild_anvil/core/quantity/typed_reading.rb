# frozen_string_literal: true

module MildAnvil
  module Core
    module Quantity
      # A number as a person read it off a display, in the display's unit; its last digit is the instrument's step.
      TypedReading = Struct.new(:value_si, :resolution_si, :text, :unit, keyword_init: true)

      class TypedReading
        LARGEST_SI = 1.0e9

        # @param text [String] such as "21.35" or "21,35"
        # @param unit [Unit]
        # @param zero [Boolean] whether 0 may be read: the first of several noted on the way up
        # @param comma [Symbol, nil] what a comma means that may be either: :decimal or :thousands
        # @return [TypedReading]
        # @raise [InvalidInput] for anything but one number above 0, or one whose comma may be either; then with
        #   details[:comma]
        def self.parse(text, unit, zero: false, comma: nil)
          number = cleaned(text, comma)
          value_si = exact(number, unit)
          unless value_si.positive? || zero
            refuse("a reading of 0 #{unit} is no pull: type what the display showed",
                   text)
          end
          refuse("#{text} #{unit} is more than any bench reaches: check the unit", text) if value_si > LARGEST_SI

          new(value_si: value_si, resolution_si: exact("1e-#{decimals(number)}", unit), text: number,
              unit: unit.symbol).freeze
        end

        # 8.11 kN are 8110 N, and not 8109.999999999999.
        def self.exact(number, unit) = (Rational(number) * Rational(unit.factor.to_s)).to_f
        private_class_method :exact

        def self.cleaned(text, comma)
          digits = TypedNumber.plain(text, comma: comma)
          return digits if digits

          ask(text) if TypedNumber.open?(text)
          refuse("“#{text}” is not a reading: type the digits as the display shows them, such as 21.35", text)
        end
        private_class_method :cleaned

        def self.ask(text)
          words = TypedNumber.question(text)
          raise InvalidInput.new(words, text: text, comma: true, fields: { text: words })
        end
        private_class_method :ask

        def self.decimals(number) = number.include?(".") ? number.split(".").last.size : 0
        private_class_method :decimals

        def self.refuse(message, text) = raise(InvalidInput.new(message, text: text, fields: { text: message }))
        private_class_method :refuse
      end
    end
  end
end
