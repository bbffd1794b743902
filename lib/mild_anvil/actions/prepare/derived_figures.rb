# frozen_string_literal: true

module MildAnvil
  module Actions
    module Prepare
      # What follows from a piece's dimensions and what it carried, as it may be stated.
      class DerivedFigures
        FIGURES = 3

        def initialize(lot, symbol)
          @lot = lot
          @unit = Catalogue.measurand(lot.measurand).unit!(symbol || lot.display_unit)
        end

        # @return [Hash, nil] the strength that breaks are carried over to
        def reference
          value = @lot.reference_substrate_pascals
          value && { text: short(value / 1e6), unit: "MPa" }
        end

        # @param dimensions [Hash{String => Core::Prepare::Measured}] by role
        # @param judgement [Store::Models::Judgement, nil]; @param steps [Array<Store::Models::Preparation>]
        # @return [Array<Hash>] name, text; and cautions as lines without a name
        def of(dimensions, judgement, steps)
          force = judgement&.value_si if @lot.measurand == "force"
          derived = Core::Prepare::Derived.new(dimensions, force: force)
          [row("Area, smallest", derived.area, 1e-6, "mm²"), row("Stress", derived.stress, 1e6, "MPa"),
           row("Force per width", derived.force_per_width, 1000, "N/mm"),
           row("Per engaged length", derived.force_per_engaged_length, 1000, "N/mm"),
           row("Edge ÷ embedment", derived.edge_ratio, 1, ""), row("Spacing ÷ embedment", derived.spacing_ratio, 1, ""),
           substrate(force, judgement, steps), *derived.cautions.map { |words| { name: "", text: words } }].compact
        end

        private

        def row(name, value, factor, unit)
          value && { name: name, text: "#{short(value / factor)} #{unit}".strip }
        end

        def short(value) = Core::Plan::Wording.new(@unit).number(value)

        # As measured, and as it would have been in the reference substrate.
        def substrate(force, judgement, steps)
          reference = @lot.reference_substrate_pascals
          tested = strength(steps)
          return if force.nil? || reference.nil? || tested.nil?

          found = Core::Prepare::Substrate.normalised(force, tested: tested, reference: reference, mode: judgement.mode)
          name = "At #{short(reference / 1e6)} MPa"
          if found.nil?
            return { name: name,
                     text: "not carried over: nobody says how “#{judgement.mode}” follows the substrate" }
          end

          { name: name, text: "#{short(@unit.from_si(found))} #{@unit} (#{judgement.mode}, tested in " \
                              "#{short(tested / 1e6)} MPa)" }
        end

        # Of a step's value called so.
        def strength(steps)
          value = steps.flat_map(&:content).reverse.find do |v|
            v["name"].to_s.downcase.include?("substrate strength")
          end or return
          unit = Catalogue.units.of("pressure").find { |u| u.symbol == value["unit"] } or return
          number = Core::Quantity::TypedNumber.float(value["text"])
          unit.to_si(number) if number&.positive?
        end
      end
    end
  end
end
