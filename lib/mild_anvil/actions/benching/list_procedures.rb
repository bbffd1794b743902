# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # Procedures as an editor needs them: their steps as they are kept, and the units that figures are read in.
      module ListProcedures
        CONTENT = %i[kind push measurands steps].freeze

        module_function

        # @return [Hash] rows, units
        def call
          own = Store::Models::Procedure.in_force.map do |row|
            { key: row.key, name: row.name, about: row.about, own: true, revision: row.revision,
              content: row.content_h, person: row.person.name, created_at: row.created_at }
          end
          shipped = Catalogue.procedures.map do |row|
            { **row.slice(:key, :name, :about), own: false, revision: nil, content: row.slice(*CONTENT), person: nil,
                                                created_at: nil }
          end
          { rows: own + shipped,
            units: [HandFigures::WORDS, *HandFigures::MORE.map(&:symbol), *Catalogue.units.all.map(&:symbol)].uniq }
        end
      end
    end
  end
end
