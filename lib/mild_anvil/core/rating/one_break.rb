# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What a single break says against a claim: all of this piece, and little of the lot that it came from.
      class OneBreak
        WEAK_SHARE = Schools::IncomingClaim::WEAK_SHARE
        MORE = 3
        HAIR = 1.0e-9

        # @param value_si [Float] where it broke; @param claim [Claim]; @param uncertainty_si [Float] shared by all
        #   readings; @param figures [Quantity::FigureRule]
        # @param loads [Array<Float>] working loads that are asked for
        def initialize(value_si, claim, uncertainty_si:, figures:, loads: [])
          @value = value_si
          @claim = claim
          @claimed = claim.strength_si
          @uncertainty = uncertainty_si
          @figures = figures
          @loads = loads
        end

        # @return [String] sentences
        def words
          return "#{broke}. #{ClaimCheck::NOT_KNOWN} #{lot}" if @uncertainty.nil?

          if near?
            return "#{broke}, within what the readings share of the claim: this piece alone decides nothing. #{lot}"
          end

          above? ? "#{broke}, #{away} above the claim: it meets it as one piece. #{factor}#{lot}" : below
        end

        private

        def above? = @value >= @claimed
        def near? = @uncertainty.positive? && (@value - @claimed).abs < @uncertainty
        def broke = "This piece broke at #{@figures.nearest(@value)}"

        # Never said to be farther above, or nearer below, than it is.
        def away
          distance = (@value - @claimed).abs
          share = (distance / @claimed * 1000) + (above? ? HAIR : -HAIR)
          "#{above? ? @figures.down(distance) : @figures.up(distance)} " \
            "(#{format('%.1f', (above? ? share.floor : share.ceil) / 10.0).delete_suffix('.0')} %)"
        end

        def lot
          "About the lot it says little: one with #{percent(WEAK_SHARE)} weak pieces passes so with " \
            "#{percent(1 - WEAK_SHARE)}, and with #{MORE} more that hold it with " \
            "#{percent((1 - WEAK_SHARE)**(MORE + 1))}."
        end

        def below
          more = Schools::IncomingClaim::MORE_PER_FAILURE
          "#{broke}, #{away} below the claim. By the repeat rule #{more} more are pulled, and all of them must hold " \
            "it; an average of them is no minimum."
        end

        # What it came to on the working load that is claimed or asked for.
        def factor
          load = @claim.measure == :working_load ? @claim.value_si : @loads.max
          return "" if load.nil?

          "It came to #{format('%.1f', ((@value / load * 10) + HAIR).floor / 10.0)} times the working load of " \
            "#{@figures.nearest(load)}. "
        end

        # A chance to be let through is never said smaller than it is.
        def percent(share) = "#{((share * 100) - HAIR).ceil} %"
      end
    end
  end
end
