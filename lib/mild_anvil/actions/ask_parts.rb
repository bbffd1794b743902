# frozen_string_literal: true

module MildAnvil
  module Actions
    # Claims, requirements and terms of a lot, as the screen Ask sends them: the lists whole, the terms as what changes.
    module AskParts
      TERMS = { rated_quantity: "peak", coverage_share: 0.95, confidence_share: 0.95, design_factor: nil,
                design_factor_key: nil,
                marking_step: nil, marking_unit: nil, school: nil, preloaded: "count", shared_uncertainty_share: nil,
                shared_uncertainty_source: nil }.freeze

      module_function

      # @param lot [Store::Models::Lot] locked, with its new columns
      # @param parts [Hash] any of claims, requirements, terms
      def save(lot, parts, person_id)
        figures = Figures.of(lot)
        replace(lot.claims_dataset, parts[:claims], lot, person_id) { |row| claim(row, figures, lot) } if parts[:claims]
        if parts[:requirements]
          replace(lot.requirements_dataset, parts[:requirements], lot, person_id) do |row|
            requirement(row, figures)
          end
        end
        revise(lot, parts[:terms], figures, person_id) if parts[:terms]
        Core::Judgement::RatedQuantity.check!(lot.terms.rated_quantity, lot.measurand)
        lot.associations.clear
      end

      # @return [Hash] what stood before, for the event
      def seen(lot, names)
        names.to_h do |name|
          rows = lot.public_send(name)
          [name, name == :terms ? rows.values : rows.map(&:values)]
        end
      end

      # What is no longer named is withdrawn, what changed is withdrawn and said anew: nothing that was claimed is lost.
      def replace(dataset, rows, lot, person_id)
        kept = rows.filter_map { |row| row[:id] if unchanged?(dataset, row) }
        dataset.exclude(id: kept).update(withdrawn_at: Time.now)
        rows.reject { |row| kept.include?(row[:id]) }.each_with_index do |row, i|
          dataset.model.create(lot_id: lot.id, person_id: person_id, **yield(row))
        rescue InvalidInput => e
          raise InvalidInput.new(e.message, fields: { "#{dataset.model.table_name}.#{i}": e.message })
        end
      end
      private_class_method :replace

      def unchanged?(dataset, row)
        stored = row[:id] && dataset.first(id: row[:id])
        stored && row.except(:id).all? { |name, value| stored[name] == value }
      end
      private_class_method :unchanged?

      def claim(row, figures, lot)
        stated = row[:measure] == "share" ? share(row) : figures.parse(row.slice(:text, :unit))
        if row[:of_text]
          other = figures.parse({ text: row[:of_text], unit: row[:of_unit] || figures.unit.symbol },
                                field: :of_text)
        end
        { value_si: stated.value_si, text: stated.text, unit: stated.unit, measure: row[:measure],
          kind: row[:kind] || "unknown",
          factor: row[:factor], every_piece: row[:every_piece] || false, source: row[:source].to_s,
          of_si: other&.value_si,
          of_text: other&.text, of_unit: other&.unit, direction: row[:direction] || lot.direction,
          measurand: row[:measurand] || lot.measurand }
      end
      private_class_method :claim

      PER_CENT = Core::Quantity::Unit.new(quantity: "share", symbol: "%", factor: 0.01)
      private_constant :PER_CENT

      def share(row) = Core::Quantity::TypedReading.parse(row[:text], PER_CENT)
      private_class_method :share

      def requirement(row, figures)
        stated = figures.parse(row.slice(:text, :unit))
        low, high = row.values_at(:factor_low, :factor_high)
        raise InvalidInput, "the band of the factor must rise" if low && high && high < low

        { value_si: stated.value_si, text: stated.text, unit: stated.unit, measure: row[:measure], count: row[:count],
          factor_low: low,
          factor_high: high, source: row[:source].to_s }
      end
      private_class_method :requirement

      def revise(lot, changes, figures, person_id)
        before = lot.terms
        values = TERMS.merge(before ? before.values.slice(*TERMS.keys) : {},
                             marking(changes, figures), changes.except(:marking_step))
        Core::Judgement::RatedQuantity.check!(values[:rated_quantity], lot.measurand)
        return if before && before.values.slice(*TERMS.keys) == values

        overruled_why!(values)

        revision = (before&.revision || 0) + 1
        Store::Models::RatingTerms.create(lot_id: lot.id, revision: revision, person_id: person_id,
                                          created_at: Time.now, **values)
      end
      private_class_method :revise

      # What the instruments say is overruled with a reason.
      def overruled_why!(values)
        share, source = values.values_at(:shared_uncertainty_share, :shared_uncertainty_source)
        return if share.nil? || share.zero? || !source.to_s.strip.empty?

        raise InvalidInput.new("Say where the shared uncertainty comes from",
                               fields: { shared_uncertainty_source: "is needed" })
      end
      private_class_method :overruled_why!

      # A step has a unit of its own and is never read in another.
      def marking(changes, figures)
        return {} unless changes.key?(:marking_step)

        step = figures.parse(changes[:marking_step], field: :marking_step)
        { marking_step: step && BigDecimal(step.text), marking_unit: step&.unit }
      end
      private_class_method :marking
    end
  end
end
