# frozen_string_literal: true

module MildAnvil
  module Actions
    # The tables behind the screens: rows that ship with the application, and the shop's own beside them.
    module Library
      ItemType = Catalogue::ItemType

      module_function

      # @return [Array<Catalogue::ItemType>] shipped ones first
      def item_types = Catalogue.item_types + own_item_types

      # @return [Catalogue::ItemType]
      # @raise [InvalidInput]
      def item_type(key)
        Catalogue.item_types.find { |type| type.key == key } || own_item_types(key: key).first ||
          raise(InvalidInput.new("There is no item type “#{key}”", fields: { item_type: "is not in the library" }))
      end

      def own_item_types(**filter)
        rows = Store::Models::ItemType.where(filter).order(:name).eager(:zones, :inspection_points, :person).all
        rows.map { |row| own_item_type(row) }
      end

      def own_item_type(row)
        zones = row.zones.map { |zone| [zone.key, zone.name, zone.x, zone.y] }
        ItemType.new(key: row.key, name: row.name, features: row.features, zones: zones, loads_shared: row.loads_shared,
                     parts: row.parts.map do |part|
                       part.transform_keys(&:to_sym)
                     end, id: row.id, picture_id: row.picture_id,
                     inspection_points: row.inspection_points.map(&:name), added_by: row.person.name,
                     retired: !row.retired_at.nil?).freeze
      end
      private_class_method :own_item_type

      # @return [Array<Hash>] shipped rows, then the shop's own with who added and who checked them
      def design_factors
        own = Store::Models::DesignFactor.where(retired_at: nil).order(:use).eager(:person, :checked_by).all
        Catalogue.design_factors.map { |row| row.to_h.merge(own: false) } + own.map { |row| own_factor(row) }
      end

      def own_factor(row)
        row.values.slice(:id, :key, :use, :low, :usual, :high, :source, :note)
           .merge(own: true, check: row.checked_by_id.nil?, added_by: row.person.name, checked_by: row.checked_by&.name)
      end
      private_class_method :own_factor

      # @return [Array<Hash>] steps in tonnes, as printed
      def proof_rules
        own = Store::Models::ProofRule.where(retired_at: nil).order(:name).eager(:person, :checked_by).all
        Catalogue.proof_rules.map { |rule| shipped_rule(rule) } + own.map { |row| own_rule(row) }
      end

      # @return [Array<Hash>] shipped rows, then the shop's own: what is known of the shape of a population
      def populations
        own = Store::Models::PopulationShape.where(retired_at: nil).order(:id).eager(:person, :checked_by).all
        shipped = Catalogue.populations.map { |row| row.merge(own: false, check: false) }
        shipped + own.map { |row| own_population(row) }
      end

      # The shop's own before what ships, the last one first.
      # @return [Hash] shape, reason
      def population(item_type)
        own = Store::Models::PopulationShape.where(retired_at: nil, item_type: item_type).order(Sequel.desc(:id)).first
        own ? own.values.slice(:shape, :reason) : Catalogue.population(item_type)
      end

      def own_population(row)
        { id: row.id, key: row.key, item_types: [row.item_type], shape: row.shape, reason: row.reason, own: true,
          check: row.checked_by_id.nil?, added_by: row.person.name, checked_by: row.checked_by&.name }
      end
      private_class_method :own_population

      def shipped_rule(rule)
        { key: rule.key, name: rule.name, source: rule.source, check: rule.check, own: false,
          steps: rule.steps.map(&:to_h) }
      end
      private_class_method :shipped_rule

      def own_rule(row)
        { id: row.id, key: row.key, name: row.name, source: row.source, check: row.checked_by_id.nil?, own: true,
          steps: row.steps, added_by: row.person.name, checked_by: row.checked_by&.name }
      end
      private_class_method :own_rule
    end
  end
end
