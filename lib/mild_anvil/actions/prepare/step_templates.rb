# frozen_string_literal: true

module MildAnvil
  module Actions
    module Prepare
      # Steps to begin with: shipped ones, and the shop's own.
      module StepTemplates
        module_function

        # @param item_type [String] those made for it come first
        # @return [Array<Hash>]
        def list(item_type)
          own = Store::Models::PreparationTemplate.where(retired_at: nil).order(:name).all.map { |row| own(row) }
          shipped = Catalogue.preparation_templates.map { |row| shipped(row) }
          (own + shipped).sort_by.with_index { |row, i| [row[:item_types].include?(item_type) ? 0 : 1, i] }
        end

        def shipped(row)
          { key: row[:key], name: row[:name], source: row[:source], own: false, check: row[:check] || false,
            item_types: row[:item_types].to_a, steps: row[:steps].map { |step| plain(step) } }
        end
        private_class_method :shipped

        def own(row)
          steps = JSON.parse(JSON.generate(row.content), symbolize_names: true)
          { key: row.key, name: row.name, source: row.source, own: true, check: false,
            item_types: [row.item_type].reject(&:empty?), steps: steps.map { |step| plain(step) } }
        end
        private_class_method :own

        def plain(step)
          { kind: step[:kind], name: step[:name], source: step[:source] || "own", hours: step[:hours]&.to_f,
            capacity: step[:capacity], under_load: step[:under_load] || false,
            values: step[:values].to_a.map do |value|
              { name: value[:name], text: value[:text].to_s, unit: value[:unit].to_s, source: value[:source].to_s }
            end }
        end
        private_class_method :plain

        # The steps of a piece as a template of the shop's own.
        # @raise [InvalidInput] for a piece without steps
        def keep(lot_id:, specimen_id:, name:, source:, person_id:)
          person = People.fetch!(person_id)
          lot = Store::Models::Lot.fetch!(lot_id)
          steps = Steps.of(lot.specimens_dataset.where(id: specimen_id).select_map(:id)).map { |row| of(row) }
          raise InvalidInput.new("This piece has no steps yet", fields: { specimen_id: "has none" }) if steps.empty?

          Store::Database.write do
            row = Store::Models::PreparationTemplate.create(key: SaveLibraryRow.key(name), name: name, source: source,
                                                            item_type: lot.item_type, content: steps,
                                                            person_id: person.id)
            Store::Events.record(:keep_preparation_template, row, person_id: person.id, after: { name: name })
            row
          end
        end

        def of(row)
          { kind: row.kind, name: row.name, source: row.source, hours: row.hours, capacity: row.capacity,
            under_load: row.under_load, values: row.content }
        end
        private_class_method :of
      end
    end
  end
end
