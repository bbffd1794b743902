# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # What share of its claim, such as a catalogue's figure, a group reaches on average.
      module ClaimShare
        module_function

        # @return [Array<String>] a sentence for each claim of a group that can be answered
        # Method: Student's limits of the mean over the claim, which is taken as it stands.
        def call(sides, figures, confidence)
          sides.flat_map { |side| side.claims.filter_map { |claim| sentence(side, claim, figures, confidence) } }
        end

        def sentence(side, claim, figures, confidence)
          strength = claim.strength_si or return
          described = side.described or return
          return if described.count < 2 || described.degenerate?

          error = described.standard_deviation / Math.sqrt(described.count)
          reach = Group.two_sided(confidence, described.count - 1) * error
          low, high = [described.mean - reach, described.mean + reach].map { |v| v / strength * 100 }
          format("“%s” reaches %.2f (%.2f to %.2f) of the %s claimed, on average.", side.name,
                 described.mean / strength, low.floor / 100.0, high.ceil / 100.0, figures.nearest(strength))
        end
        private_class_method :sentence
      end
    end
  end
end
