# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # The contract of a school. A file under schools/ extends it, sets KEY, NAME, POSITION, MINIMUM, ASSUMPTION and
      # WEAKNESS, and answers +value(sample, terms)+ with a Value or raises InsufficientData with the reason.
      module School
        # confidence: that the value really has at this number of pieces; nil: the one that the terms ask for
        Value = Struct.new(:value_si, :upper_si, :in_words, :working, :confidence, keyword_init: true)

        # @param sample [Sample]
        # @param terms [Terms]
        # @return [SchoolResult]
        def rate(sample, terms)
          found = value(sample, terms)
          refuse_nothing!(found)
          result(value_si: found.value_si, upper_si: found.upper_si&.then { |v| v if v.finite? },
                 in_words: found.in_words, working: found.working,
                 confidence: (found.confidence || terms.confidence if self::MINIMUM))
        rescue InsufficientData, InvalidInput => e
          result(refusal: e.message, working: e.details[:working] || {})
        rescue NotConverged => e
          result(refusal: "these values fit no such population: #{e.message}", working: {})
        end

        # Both bounds as they are computed, one below zero too: for how sure a verdict is.
        #
        # @return [Array(Float, Float)] lower, and upper or nil; nil where it refuses
        def bounds(sample, terms)
          found = value(sample, terms)
          [found.value_si, found.upper_si]
        rescue InsufficientData, InvalidInput, NotConverged
          nil
        end

        # @return [Boolean] whether it promises, and so is never stated higher than it is
        def promises? = self::MINIMUM

        private

        def result(**fields)
          SchoolResult.new(key: self::KEY, name: self::NAME, assumption: self::ASSUMPTION, weakness: self::WEAKNESS,
                           minimum: self::MINIMUM, **fields).freeze
        end

        # A minimum at or below nothing is no minimum.
        def refuse_nothing!(found)
          return if found.value_si.positive?

          raise InsufficientData.new(
            "the bound lies below zero: so few values with so much scatter support no minimum this way",
            working: { bound_si: found.value_si, **found.working }
          )
        end

        module_function

        # Whole per cent where that says it; one place more near the ends, so that 99.6 never reads as 100.
        def per_cent(share)
          value = share * 100
          return "under 0.1 %" if value < 0.1

          format(value.between?(1, 99) ? "%.0f %%" : "%.1f %%", [value, 99.9].min)
        end

        def share_text(share) = "#{format('%g', (share * 100).round(4))} %"
      end
    end
  end
end
