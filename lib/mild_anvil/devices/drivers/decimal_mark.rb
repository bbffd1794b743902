# frozen_string_literal: true

module MildAnvil
  module Devices
    module Drivers
      # What a comma and a point mean in a stream of readings: one decision for all of it, from its own lines. A comma
      # with exactly three digits behind it may be either; a stream that says whole numbers without any mark writes no
      # decimals, so that its commas part thousands. What stays open is for a person to say.
      class DecimalMark
        FORM = /\A[+-]?\d+(?:[.,]\d+)*\z/
        MARKS = { "," => ".", "." => "," }.freeze
        DECIMAL = :decimal
        THOUSANDS = :thousands

        # @param said [Symbol, nil] DECIMAL or THOUSANDS: what a person said of the comma
        def initialize(said = nil)
          @said = said
          @known = {}
          @contradicted = false
        end

        LARGEST = Delimited::NumberStyle::LARGEST

        attr_reader :undecided

        # @return [Boolean] whether its lines speak against each other, or against what a person said
        def contradicted? = @contradicted

        # @param text [String] a number with its marks
        # @return [Float, nil] nil where nobody knows yet what it says, or it is none
        def read(text)
          return unless FORM.match?(text)

          learn(text.delete("+-"))
          return if contradicted?
          return undecide(text) if text.include?(",") && comma.nil?

          @used = comma if text.include?(",")
          found = Float(plain(text), exception: false)
          found if found && found.abs <= LARGEST
        end

        # @return [Symbol, nil]
        def comma = @known[","] || @said || (THOUSANDS if @whole)

        private

        def undecide(text)
          @undecided = text
          nil
        end

        def learn(digits)
          @whole = true unless digits.match?(/[.,]/)
          MARKS.each do |mark, other|
            found = meaning(digits, mark, other) or next
            settle(mark, found)
            settle(other, found == DECIMAL ? THOUSANDS : DECIMAL) if digits.include?(other)
          end
        end

        def settle(mark, meaning)
          before = @known[mark] || (mark == "," ? @used || @said : nil)
          @contradicted ||= !before.nil? && before != meaning
          @known[mark] ||= meaning
        end

        # @return [Symbol, nil] nil: this number does not tell
        def meaning(digits, mark, other)
          at = digits.rindex(mark) or return
          return THOUSANDS if digits.count(mark) > 1 || (digits.rindex(other) || -1) > at
          return DECIMAL if digits.include?(other)

          before, after = digits.split(mark, 2)
          after.size == 3 && before.size <= 3 && !before.start_with?("0") ? nil : DECIMAL
        end

        def plain(text)
          decimal = comma == DECIMAL || @known["."] == THOUSANDS ? "," : "."
          text.delete(MARKS.fetch(decimal)).tr(decimal, ".")
        end
      end
    end
  end
end
