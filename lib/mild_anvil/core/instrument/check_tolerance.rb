# frozen_string_literal: true

module MildAnvil
  module Core
    module Instrument
      # What a shop allows an instrument to be off: an amount, a share of the reading, or the larger of both.
      class CheckTolerance
        LARGEST_SHARE = 0.2

        attr_reader :newtons, :share

        # @param newtons [Float, nil]; @param share [Float, nil]
        # @raise [InvalidInput] without either
        def initialize(newtons: nil, share: nil)
          if newtons.nil? && share.nil?
            raise InvalidInput.new("say what the shop allows: a share of the reading, or an amount",
                                   fields: { tolerance: "is needed" })
          end
          if [newtons, share].compact.any? { |v| !v.positive? } || (share && share > LARGEST_SHARE)
            raise InvalidInput.new("a tolerance lies above 0, a share at #{(LARGEST_SHARE * 100).round} % or below",
                                   fields: { tolerance: "is out of range" })
          end

          @newtons = newtons
          @share = share
          freeze
        end

        # @return [Float] newtons
        def allowed(force) = [newtons || 0.0, (share || 0.0) * force].max

        # @return [Boolean]
        def keeps?(point) = point.error.abs <= allowed(point.applied) * (1 + Quantity::FigureRule::WHOLE_WITHIN)

        # @return [Boolean] whether only the amount lets it pass, and not the share
        def by_amount_alone?(point) = newtons && keeps?(point) && point.error.abs > (share || 0.0) * point.applied
      end
    end
  end
end
