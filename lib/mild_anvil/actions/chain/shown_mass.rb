# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # What a unit of force means on an instrument that shows mass: kilograms as they weigh where it was set.
      module ShownMass
        OF_STANDARD = %w[kgf tf lbf].freeze

        module_function

        # @param instrument [Store::Models::Instrument, nil]
        # @param unit [Core::Quantity::Unit] as typed; @param gravity [Float] m/s²
        # @return [Core::Quantity::Unit]
        def unit(instrument, unit, gravity)
          return unit unless instrument&.shows == "mass" && OF_STANDARD.include?(unit.symbol)

          factor = unit.factor / Core::Instrument::Gravity::STANDARD * gravity
          Core::Quantity::Unit.new(quantity: "force", symbol: unit.symbol, factor: factor)
        end

        # @return [Float] g where the instrument was last checked
        def gravity(instrument)
          instrument.checks_dataset.where(kind: "dead weight").reverse(:checked_at).get(:gravity) ||
            Core::Instrument::Gravity::STANDARD
        end
      end
    end
  end
end
