# frozen_string_literal: true

module MildAnvil
  module Core
    module Quantity
      # A number as a person read it off a display, in the display's unit; its last digit is the instrument's step.
      TypedReading = Struct.new(:newtons, :resolution_newtons, :text, :unit, keyword_init: true)

      class TypedReading
        FORM = /\A\d+(?:[.,]\d+)?\z/
        LARGEST_NEWTONS = 1.0e9

        # @param text [String] such as "21.35" or "21,35"
        # @param unit [Unit] of force
        # @param zero [Boolean] whether 0 may be read: the first of several noted on the way up
        # @return [TypedReading]
        # @raise [InvalidInput] for anything but one number above 0
        def self.parse(text, unit, zero: false)
          cleaned = text.to_s.strip.delete("\u202F\u00A0 ")
          raise InvalidInput.new("“#{text}” is not a force: type the digits as the display shows them, such as 21.35", text: text) unless FORM.match?(cleaned)

          number = cleaned.tr(",", ".")
          newtons = unit.to_si(number.to_f)
          raise InvalidInput.new("a peak of 0 #{unit} is no pull: type what the display showed", text: text) unless newtons.positive? || zero
          raise InvalidInput.new("#{text} #{unit} is more than any bench pulls: check the unit", text: text) if newtons > LARGEST_NEWTONS

          decimals = number.include?(".") ? number.split(".").last.size : 0
          new(newtons: newtons, resolution_newtons: unit.to_si(10.0**-decimals), text: cleaned, unit: unit.symbol).freeze
        end
      end
    end
  end
end
