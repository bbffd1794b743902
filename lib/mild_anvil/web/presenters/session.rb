# frozen_string_literal: true

module MildAnvil
  module Web
    module Presenters
      # People, units and tables: what the page needs once.
      module Session
        module_function

        def call
          { version: VERSION, people: Actions::SessionFacts.people,
            units: Catalogue.units.forces_displayed.map { |unit| { symbol: unit.symbol, newtons: unit.factor } },
            reader_units: Catalogue.units.of("force").concat(*%w[displacement time torque angle pressure temperature].map { |q| Catalogue.units.of(q) }).map { |u| { symbol: u.symbol, quantity: u.quantity } },
            item_types: Catalogue.item_types.map { |type| { key: type.key, name: type.name, features: type.features, zones: type.zones.map { |key, name| { key: key, name: name } } } },
            design_factors: Catalogue.design_factors.map(&:to_h), schools: Core::Rating::Schools.all.map { |s| { key: s::KEY.to_s, name: s::NAME, minimum: s::MINIMUM } },
            failed_parts: Core::Plan::RequestWords::FAILED_PARTS, modes: Core::Plan::RequestWords::MODES }
        end
      end
    end
  end
end
