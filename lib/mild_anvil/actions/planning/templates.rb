# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # Acceptance plans to begin with: shipped ones worked out for a piece's dimensions, and the shop's own.
      module Templates
        module_function

        # @return [Array<Hash>] shipped ones first
        def list
          own = Store::Models::AcceptanceTemplate.where(retired_at: nil).order(:name).eager(:person, :checked_by).all
          Catalogue.acceptance_templates.map { |row| shipped(row) } + own.map { |row| own_row(row) }
        end

        def shipped(row)
          { key: row[:key], name: row[:name], source: row[:source], own: false, check: row[:check] || false,
            asks: row[:asks].to_a }
        end
        private_class_method :shipped

        def own_row(row)
          { id: row.id, key: row.key, name: row.name, source: row.source, own: true, check: row.checked_by_id.nil?,
            asks: [], added_by: row.person.name, checked_by: row.checked_by&.name }
        end
        private_class_method :own_row

        # @param dimensions [Hash] name => {text, unit} that the template asks for
        # @return [Hash] name, source, repeats, tests: as Acceptance.save takes them
        # @raise [NotFound, InvalidInput]
        def worked_out(key:, dimensions: {})
          shipped = Catalogue.acceptance_templates.find { |row| row[:key] == key }
          return Core::Acceptance::Template.new(shipped).for(si(shipped, dimensions)) if shipped

          row = Store::Models::AcceptanceTemplate.first(key: key, retired_at: nil) ||
                raise(NotFound.new("there is no such template", key: key))
          JSON.parse(JSON.generate(row.content), symbolize_names: true).merge(name: row.name, source: row.source)
        end

        def si(template, dimensions)
          template[:asks].to_a.to_h do |asked|
            typed = dimensions[asked[:key].to_sym]
            if typed.nil?
              raise InvalidInput.new("#{asked[:name]} is needed",
                                     fields: { "dimensions.#{asked[:key]}": "is needed" })
            end

            unit = Catalogue.units.find(typed[:unit])
            if unit.nil?
              raise InvalidInput.new("“#{typed[:unit]}” is no unit",
                                     fields: { "dimensions.#{asked[:key]}": "has no unit" })
            end

            [asked[:key], Core::Quantity::TypedReading.parse(typed[:text], unit).value_si]
          end
        end
        private_class_method :si

        # Keeps the plan in force of a lot as a template of the shop's own.
        def keep(lot_id:, name:, source:, person_id:)
          person = People.fetch!(person_id)
          plan = Store::Models::AcceptancePlan.of(lot_id) ||
                 raise(NotFound.new("this lot has no acceptance plan to keep", id: lot_id))
          tests = Acceptance.tests(plan).map { |test| test.to_h.except(:key) }
          Store::Database.write do
            row = Store::Models::AcceptanceTemplate.create(key: SaveLibraryRow.key(name), name: name, source: source,
                                                           content: { repeats: plan.repeats, tests: tests },
                                                           person_id: person.id)
            Store::Events.record(:keep_template, row, person_id: person.id, after: { name: name })
            row
          end
        end
      end
    end
  end
end
