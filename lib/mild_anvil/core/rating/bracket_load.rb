# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What a bracket or a lever asks of its fixings: pull in the top ones, shear shared by all, both at once.
      class BracketLoad
        USUAL_EXPONENT = 1.5

        # @param force_si [Float] at the arm's end, or spread along it
        # @param arm [Float] metres from the wall; @param depth [Float] metres from the top fixings to the compression
        #   centre, no more than to the lower edge
        # @param top [Integer] fixings that pull; @param all [Integer] that share the shear
        # @raise [InvalidInput]
        # Source: moments about the compression centre
        def initialize(force_si, arm:, depth:, top:, all:, spread: false)
          if all < top
            raise InvalidInput.new("of #{all} fixings not #{top} can be top ones",
                                   fields: { all: "must be #{top} or more" })
          end
          unless force_si.positive? && arm.positive?
            raise InvalidInput.new("a bracket needs a force and an arm above 0", fields: { force: "must be above 0" })
          end

          @force = force_si
          @pull = InUse.bracket(force_si, arm: arm, depth: depth, fixings: top, spread: spread)
          @shear = force_si / all
        end

        attr_reader :pull, :shear

        # @param pull_limit [Float] SI; @param shear_limit [Float, nil] SI; nil: as strong as in pull
        # @return [Hash] utilisation with exponents 1 and 1.5, and which of both holds
        def against(pull_limit, shear_limit = nil)
          shares = [1.0, USUAL_EXPONENT].map do |exponent|
            InUse.combined(pull, pull_limit, shear, shear_limit || pull_limit, exponent: exponent)
          end
          { cautious: shares[0], usual: shares[1], holds: shares[0] <= 1, holds_usually: shares[1] <= 1 }
        end

        # @param figures [Quantity::FigureRule]
        # @return [String]
        def sentence(figures, found)
          said = "Each top fixing is pulled with #{figures.up(pull)}, each fixing sheared with #{figures.up(shear)}"
          share = ->(v) { format("%.0f %%", (v * 100).ceil) }
          if found[:holds] then "#{said}: #{share.call(found[:cautious])} of what is allowed, cautiously added."
          elsif found[:holds_usually]
            "#{said}: #{share.call(found[:cautious])} cautiously added, #{share.call(found[:usual])} as usual " \
              "(exponent 1.5): only the usual sum allows it."
          else
            "#{said}: too much, #{share.call(found[:usual])} of what is allowed even by the usual sum."
          end
        end
      end
    end
  end
end
