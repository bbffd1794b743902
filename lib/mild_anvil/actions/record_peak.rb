# frozen_string_literal: true

module MildAnvil
  module Actions
    # Records a pull without a logger: what a person read off the display, or that it failed before anything was read.
    module RecordPeak
      module_function

      # @param text [String, nil] the digits as shown; nil: nothing was read
      # @param unit [String, nil] of the display
      # @param comma [String, nil] what was said of a comma that may be either; @param language [String, nil]: ReadTyped
      # @param once_key [String, nil] see OnceOnly
      # @return [Store::Models::Pull]
      # @raise [InvalidInput]
      def call(lot_id:, person_id:, text: nil, unit: nil, comma: nil, language: nil, once_key: nil, zero_before: nil,
               zero_after: nil, **place)
        person = People.fetch!(person_id)
        lot = Store::Models::Lot.fetch!(lot_id)
        read = text && ReadTyped.new(lot, cell: cell(lot, place[:instrument_id]), comma: comma, language: language)
                                .call({ text: text, unit: unit || lot.display_unit })
        zeros = Chain::Zeros.read(lot, zero_before, zero_after)
        place = place.merge(zeros: zeros) if zeros.any?
        request = { lot: lot_id, text: text, unit: unit, **place.transform_values(&:to_s) }
        id = OnceOnly.call(once_key, person_id: person.id, action: :record_peak, request: request) do
          record(lot_id, read, person, place).id
        end
        Store::Models::Pull.fetch!(id)
      end

      def cell(lot, instrument_id)
        instrument_id ? Store::Models::Instrument.fetch!(instrument_id) : Chain::ChooseInstruments.usual(lot)
      end
      private_class_method :cell

      def record(lot_id, read, person, place)
        lot = Store::Models::Lot.locked!(lot_id)
        reading = read&.reading
        pull = NewPull.call(lot: lot, person_id: person.id, origin: reading ? "display" : "nothing read", **place)
        if reading
          Measure.typed(pull, lot.terms.rated_quantity, reading, person_id: person.id, reason: read.reason,
                                                                 lower_bound_cause: read.lower_bound_cause)
        end
        Chain::ChooseInstruments.note_overload(pull, reading&.value_si, person_id: person.id)
        Store::Events.record(:record_peak, pull, person_id: person.id, lot_id: lot.id,
                                                 after: { text: reading&.text, unit: reading&.unit })
        RefreshLot.call(lot)
        pull
      end
      private_class_method :record
    end
  end
end
