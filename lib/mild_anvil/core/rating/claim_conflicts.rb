# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # Claims of one kind and one direction that say different things.
      module ClaimConflicts
        # Nearer than this they differ by rounding or by a converted unit.
        SAME_WITHIN_SHARE = 0.01

        module_function

        # @param claims [Array<Claim>]
        # @return [Array<String>] a sentence for each pair that cannot both be so
        def among(claims)
          claims.combination(2).filter_map { |a, b| sentence(a, b) if conflict?(a, b) }
        end

        def conflict?(a, b)
          return false unless alike?(a, b)

          one = a.strength_si
          other = b.strength_si
          (one - other).abs > SAME_WITHIN_SHARE * [one, other].max
        end
        private_class_method :conflict?

        def alike?(a, b)
          return false unless a.strength_si && b.strength_si && a.of_the_mean? == b.of_the_mean?

          same?(a.direction, b.direction) && same?(a.measurand, b.measurand)
        end
        private_class_method :alike?

        def same?(one, other) = one.nil? || other.nil? || one.to_s == other.to_s
        private_class_method :same?

        def sentence(a, b) = "Two claims differ: #{words(a)}, and #{words(b)}."
        private_class_method :sentence

        def words(claim)
          load = claim.measure == :working_load ? " to work with, factor #{format('%g', claim.factor)} in it" : ""
          "#{claim.text} #{claim.unit}#{load} (#{claim.source.to_s.empty? ? 'source not stated' : claim.source})"
        end
        private_class_method :words
      end
    end
  end
end
