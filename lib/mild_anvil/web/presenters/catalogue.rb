# frozen_string_literal: true

module MildAnvil
  module Web
    module Presenters
      # Units, item types, factors, rules and words: what the page needs once.
      module Catalogue
        READ = %w[force displacement time torque angle pressure temperature].freeze
        WORDS = Core::Plan::RequestWords

        module_function

        # @return [Hash]
        def call
          { measurands: MildAnvil::Catalogue.measurands.map { |row| measurand(row) }, reader_units: reader_units,
            item_types: Actions::Library.item_types.map { |type| item_type(type) },
            design_factors: Actions::Library.design_factors,
            proof_rules: Actions::Library.proof_rules, populations: Actions::Library.populations,
            schools: schools, failed_parts: WORDS::FAILED_PARTS,
            modes: WORDS::MODES,
            rated_quantities: Core::Judgement::RatedQuantity::ALL.map { |q| q.to_h.slice(:key, :name, :measurands) } }
        end

        def measurand(row)
          { key: row.key, name: row.name, strength: row.strength, limit: row.limit, load: row.load,
            channels: row.channels,
            units: row.units.map { |unit| { symbol: unit.symbol, factor: unit.factor } } }
        end
        private_class_method :measurand

        def reader_units
          READ.flat_map { |quantity| MildAnvil::Catalogue.units.of(quantity) }.map do |u|
            { symbol: u.symbol,
              quantity: u.quantity }
          end
        end
        private_class_method :reader_units

        def item_type(type)
          zones = type.zones.map { |key, name, x, y| { key: key, name: name, x: x, y: y } }
          { key: type.key, name: type.name, features: type.features, zones: zones, parts: type.parts,
            loads_shared: type.loads_shared,
            inspection_points: type.inspection_points, id: type.id, picture_id: type.picture_id,
            added_by: type.added_by,
            retired: type.retired || false }
        end
        private_class_method :item_type

        def schools = Core::Rating::Schools.all.map { |s| { key: s::KEY.to_s, name: s::NAME, minimum: s::MINIMUM } }
        private_class_method :schools
      end
    end
  end
end
