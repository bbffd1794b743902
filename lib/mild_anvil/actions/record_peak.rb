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
      def call(lot_id:, person_id:, text: nil, unit: nil, once_key: nil, zero_before: nil, zero_after: nil, **place)
        person = People.fetch!(person_id)
        lot = Store::Models::Lot.fetch!(lot_id)
        reading = text && read(lot, { text: text, unit: unit || lot.display_unit }, place[:instrument_id])
        zeros = Chain::Zeros.read(lot, zero_before, zero_after)
        place = place.merge(zeros: zeros) if zeros.any?
        request = { lot: lot_id, text: text, unit: unit, **place.transform_values(&:to_s) }
        id = OnceOnly.call(once_key, person_id: person.id, action: :record_peak, request: request) do
          record(lot_id, reading, person, place).id
        end
        Store::Models::Pull.fetch!(id)
      end

      # A scale that shows mass is read by what a kilogram weighs where it was checked.
      def read(lot, typed, instrument_id)
        reading = Figures.of(lot).parse(typed)
        cell = instrument_id ? Store::Models::Instrument.fetch!(instrument_id) : Chain::ChooseInstruments.usual(lot)
        return reading unless cell&.shows == "mass" && lot.measurand == "force"

        unit = Chain::ShownMass.unit(cell, Catalogue.units.force!(typed[:unit]), Chain::ShownMass.gravity(cell))
        Core::Quantity::TypedReading.parse(typed[:text], unit)
      end
      private_class_method :read

      def record(lot_id, reading, person, place)
        lot = Store::Models::Lot.locked!(lot_id)
        pull = NewPull.call(lot: lot, person_id: person.id, origin: reading ? "display" : "nothing read", **place)
        Measure.typed(pull, lot.terms.rated_quantity, reading, person_id: person.id) if reading
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
