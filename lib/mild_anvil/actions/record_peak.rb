# frozen_string_literal: true

module MildAnvil
  module Actions
    # Records a pull without a logger: what a person read off the display, or that it failed before anything was read.
    module RecordPeak
      module_function

      # @param text [String, nil] the digits as shown; nil: nothing was read
      # @param unit [String, nil] of the display
      # @param once_key [String, nil] see OnceOnly
      # @return [Store::Models::Pull]
      def call(lot_id:, person_id:, text: nil, unit: nil, once_key: nil, **place)
        person = People.fetch!(person_id)
        lot = Store::Models::Lot.fetch!(lot_id)
        reading = text && Figures.of(lot).parse({ text: text, unit: unit || lot.display_unit })
        request = { lot: lot_id, text: text, unit: unit, **place.transform_values(&:to_s) }
        id = OnceOnly.call(once_key, person_id: person.id, action: :record_peak, request: request) do
          record(lot_id, reading, person, place).id
        end
        Store::Models::Pull.fetch!(id)
      end

      def record(lot_id, reading, person, place)
        lot = Store::Models::Lot.locked!(lot_id)
        pull = NewPull.call(lot: lot, person_id: person.id, origin: reading ? "display" : "nothing read", **place)
        Measure.typed(pull, lot.terms.rated_quantity, reading, person_id: person.id) if reading
        Store::Events.record(:record_peak, pull, person_id: person.id, lot_id: lot.id,
                                                 after: { text: reading&.text, unit: reading&.unit })
        RefreshLot.call(lot)
        pull
      end
      private_class_method :record
    end
  end
end
