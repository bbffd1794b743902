# frozen_string_literal: true

module MildAnvil
  module Actions
    # Records a pull of which only the peak is known, as a person read it off the display.
    module RecordPeak
      module_function

      # @param text [String] the digits as shown; @param unit [String] of the display
      # @return [Store::Models::Pull]
      def call(lot_id:, text:, unit:, person_id:, specimen_number: nil, feature_name: nil, note: "")
        reading = Core::Quantity::TypedReading.parse(text, Catalogue.units.force!(unit))
        Store::Database.write do
          lot = Store::Models::Lot.locked!(lot_id)
          pull = NewPull.call(lot: lot, specimen_number: specimen_number, feature_name: feature_name, person_id: person_id, origin: "typed", note: note,
                              peak_newtons: reading.newtons, resolution_newtons: reading.resolution_newtons, typed_text: reading.text, typed_unit: reading.unit)
          Audit.record(:record_peak, pull, person_id: person_id, text: reading.text, unit: reading.unit)
          RefreshLot.call(lot)
          pull
        end
      end
    end
  end
end
