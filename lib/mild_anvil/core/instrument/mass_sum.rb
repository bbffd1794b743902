# frozen_string_literal: true

module MildAnvil
  module Core
    module Instrument
      # The masses on the hanger as somebody writes them: "20+10+5", with "=35" to be told when they do not add up.
      module MassSum
        FORM = /\A\d+(?:[.,]\d+)?(?:\s*\+\s*\d+(?:[.,]\d+)?)*(?:\s*=\s*\d+(?:[.,]\d+)?)?\z/
        WITHIN = 1.0e-6

        module_function

        # @param text [String]
        # @return [Float] in the unit it was written in
        # @raise [InvalidInput]
        def call(text)
          raise InvalidInput.new("“#{text}” is no sum of masses: write 20+10+5", text: text) unless
            FORM.match?(text.to_s.strip)

          open = text.scan(/[\d.,]+/).find { |number| Quantity::TypedNumber.open?(number) }
          raise InvalidInput.new(Quantity::TypedNumber.question(open), text: text) if open

          parts, total = text.tr(",", ".").split("=")
          sum = parts.split("+").sum { |part| Rational(part.strip) }
          return sum.to_f if total.nil? || (sum - Rational(total.strip)).abs <= WITHIN * [sum, 1].max

          raise InvalidInput.new("the masses do not add up: #{parts.strip} is #{short(sum)}, and not #{total.strip}",
                                 text: text)
        end

        def short(number) = format("%.6f", number).sub(/\.?0+\z/, "")
        private_class_method :short
      end
    end
  end
end
