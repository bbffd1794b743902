# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # Forces of an instrument as they may be stated, in every unit that is displayed: to its resolution.
      class ChainFigures
        FINER = 10 # an error, or a part of an uncertainty, is stated to a tenth of the step

        attr_reader :unit

        # @param instrument [Store::Models::Instrument]; @param symbol [String, nil] to show figures in
        def initialize(instrument, symbol = nil)
          @unit = Catalogue.units.force!(symbol || instrument.unit)
          @resolution = instrument.resolution_newtons
        end

        # @return [Hash, nil] a reading
        def reading(newtons) = newtons && rule(newtons, @resolution).nearest(newtons).to_h
        # What it may be used from, and up to: never wider than it is.
        def from(newtons) = newtons && rule(newtons, @resolution).up(newtons).to_h
        def up_to(newtons) = newtons && rule(newtons, @resolution).down(newtons).to_h
        # An error, or a part of an uncertainty.
        def small(newtons) = newtons && rule(newtons, @resolution && (@resolution / FINER)).nearest(newtons).to_h

        # A part of an uncertainty that shows as nothing is told as less than the step.
        def part(newtons)
          step = rule(newtons, @resolution && (@resolution / FINER))
          return step.nearest(newtons).to_h unless newtons.positive? && step.nearest(newtons).value_si.zero?

          above = step.up(newtons).to_h
          above.merge(text: "< #{above[:text]}", texts: above[:texts].transform_values { |text| "< #{text}" })
        end

        # An uncertainty is stated up.
        def uncertainty(newtons) = newtons && rule(newtons, @resolution && (@resolution / FINER)).up(newtons).to_h

        private

        def rule(newtons, resolution)
          Core::Quantity::FigureRule.for(unit: unit, resolution_si: resolution, largest_si: newtons.abs,
                                         others: Catalogue.units.forces_displayed)
        end
      end
    end
  end
end
