# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # Labels of specimens by a pattern: letters as they stand, {n} the number, {n:3} with leading zeros.
      class Numbering
        PLACE = /\{n(?::(\d))?\}/
        LONGEST = 40
        USUAL = "{n}"

        # @param pattern [String]
        # @raise [InvalidInput]
        def initialize(pattern)
          @pattern = pattern.to_s.strip.empty? ? USUAL : pattern.strip
          return if @pattern.scan(PLACE).size == 1 && @pattern.size <= LONGEST && !@pattern.sub(PLACE,
                                                                                                "").match?(/[{}]/)

          raise InvalidInput.new("a pattern holds {n} once, such as HB-{n:2}, and at most #{LONGEST} characters",
                                 fields: { pattern: "holds {n} once" })
        end

        # @return [String]
        def label(number)
          @pattern.sub(PLACE) { number.to_s.rjust(Regexp.last_match(1).to_i, "0") }
        end
      end
    end
  end
end
