# frozen_string_literal: true

module MildAnvil
  module Actions
    # A pull as lists and the filmstrip show it.
    module PullRow
      module_function

      # @param facts [LotFacts]
      # @return [Array<Hash>]
      def all(facts)
        figures = Figures.of(facts.lot)
        facts.pulls.zip(facts.placed).map { |pull, placed| row(facts, pull, placed, figures) }
      end

      # @return [Hash]
      def row(facts, pull, placed, figures)
        measured = facts.measurement(pull)
        preload = facts.preload(pull)
        { id: pull.id, uid: pull.uid, number: pull.number, specimen: pull.feature.specimen.number,
          feature: pull.feature.name,
          origin: pull.origin, display: pull.display_kind, pulled_at: pull.pulled_at, note: pull.note,
          piece_warnings: pull.said_of_piece, version: pull.version, recording_id: pull.recording&.id,
          state: placed.state,
          state_reason: placed.reason, measurement: measurement(measured, figures),
          preload: figures.reading(preload&.value_si, preload&.resolution_si),
          preload_source: preload&.source, preloaded: facts.preloaded?(pull),
          judgement: judgement(facts.judgement(pull), measured, figures) }
      end

      # @param row [Store::Models::Measurement, nil]
      def measurement(row, figures)
        row && { id: row.id, quantity: row.quantity, value_si: row.value_si,
                 figure: figures.reading(row.value_si, row.resolution_si),
                 lower_bound_cause: row.lower_bound_cause, source: row.source, text: row.text, unit: row.unit,
                 reason: row.reason }
      end

      # @param row [Store::Models::Judgement, nil]
      # @param measured [Store::Models::Measurement, nil] the newest
      def judgement(row, measured, figures)
        return if row.nil?

        resolution = measured&.resolution_si
        row.values.slice(:id, :counts_as, :value_si, :upper_si, :stated_text, :stated_unit, :failed_part, :zone, :mode,
                         :reason,
                         :complete, :created_at)
           .merge(person: row.person.name, figure: figures.reading(row.value_si, resolution),
                  upper: upper(row, figures),
                  outdated: !row.measurement_id.nil? && row.measurement_id != measured&.id)
      end

      # As it was typed, to the letter.
      def upper(row, figures)
        return if row.upper_si.nil?

        typed = Struct.new(:value_si, :text, :unit).new(row.upper_si, row.stated_text, row.stated_unit)
        figures.stated(typed)
      end
      private_class_method :upper
    end
  end
end
