# frozen_string_literal: true

module Demo
  # Dimensions and steps of the scenario's pieces.
  module Prepared
    ACTS = MildAnvil::Actions::Prepare
    HOUR = 3600

    module_function

    # @param row [Hash] drawing, sizes by number of the piece, steps, done, soaked, soaking
    def lot(lot, row, person_id:)
      ACTS::Sizes.draw(lot_id: lot.id, rows: row.fetch(:drawing), person_id: person_id)
      sizes(lot, row, person_id)
      ACTS::Steps.add(lot_id: lot.id, specimen_ids: lot.specimens_dataset.select_map(:id), steps: row.fetch(:steps),
                      person_id: person_id)
      row.fetch(:done).each { |name, numbers| change(lot, name.to_s, numbers, { done: true }, person_id) }
      tank = row.fetch(:steps).last.fetch(:name)
      change(lot, tank, row.fetch(:soaked), { starts_at: Time.now - (40 * HOUR) }, person_id)
      change(lot, tank, row.fetch(:soaking), { starts_at: Time.now - (2 * HOUR) }, person_id)
    end

    def sizes(lot, row, person_id)
      row.fetch(:sizes).each do |number, readings|
        piece = lot.specimens_dataset.first(number: number.to_s.to_i)
        row.fetch(:drawing).zip(readings).each do |drawn, texts|
          ACTS::Sizes.measure(lot_id: lot.id, specimen_id: piece.id, name: drawn[:name], texts: texts, unit: "mm",
                              tool: "caliper", person_id: person_id)
        end
      end
    end
    private_class_method :sizes

    def change(lot, name, numbers, values, person_id)
      ids = MildAnvil::Store::Models::Preparation
            .where(name: name, specimen_id: lot.specimens_dataset.where(number: numbers).select(:id)).select_map(:id)
      ACTS::Steps.change(lot_id: lot.id, ids: ids, values: values, person_id: person_id)
    end
    private_class_method :change
  end
end
