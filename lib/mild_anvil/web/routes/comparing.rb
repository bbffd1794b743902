# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Lots set against each other, and what was concluded and signed.
      module Comparing
        Acts = Actions::Comparing

        def self.registered(app)
          app.operation("comparison") do |given|
            json(Acts::ShowCompare.new(lot_id: given.id, **Comparing.asked(given.query)).call)
          end
          app.operation("conclude") do |given|
            row = Acts::Conclude.call(lot_id: given.id, person_id: person_id, once_key: given.once_key, **given.body)
            json(Acts::Conclusions.shown(row), status: 201)
          end
          app.operation("reviewConclusion") do |given|
            row = Acts::Review.call(id: given.id, person_id: person_id, **given.body)
            json(Acts::Conclusions.shown(row), status: 201)
          end
          app.operation("conclusionPaper") do |given|
            send_pdf(*Acts::Papers.read(given.id, language: given.query[:language]))
          end
          app.operation("keepMaking") do |given|
            row = Acts::Makings.keep(lot_id: given.id, values: given.body, person_id: person_id)
            json(Acts::Makings.shown(row.lot_id))
          end
        end

        # @param query [Hash]
        # @return [Hash] as ShowCompare takes it
        def self.asked(query)
          with = query[:with]&.split(",")&.map(&:to_i)
          query.slice(:against, :by, :confidence).merge(with ? { with: with } : {})
        end
      end
    end
  end
end
