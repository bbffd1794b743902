# frozen_string_literal: true

module MildAnvil
  module Actions
    # Notes what a feature carried besides its pulls, or withdraws such a note.
    module RecordLoad
      module_function

      # @param source [String] planned proof, transport or earlier use
      # @return [Store::Models::Lot]
      def call(lot_id:, specimen_number:, source:, text:, unit:, person_id:, feature_name: nil, at: nil, note: "",
               once_key: nil)
        person = People.fetch!(person_id)
        request = { lot: lot_id, specimen: specimen_number, feature: feature_name, source: source, text: text,
                    unit: unit, at: at.to_s }
        OnceOnly.call(once_key, person_id: person.id, action: :record_load, request: request) do
          lot = Store::Models::Lot.locked!(lot_id)
          NewPull.refuse_future!(at)
          reading = Figures.of(lot).parse({ text: text, unit: unit })
          name = feature_name || Library.item_type(lot.item_type).features.first
          feature = Store::Models::Specimen.feature_for(lot.id, specimen_number, name)
          keep(lot, feature, person, reading, source: source, at: at || Time.now, note: note.to_s)
        end
        Store::Models::Lot.fetch!(lot_id)
      end

      def withdraw(load_id:, person_id:)
        person = People.fetch!(person_id)
        Store::Database.write do
          load = Store::Models::Load[load_id] || raise(NotFound.new("there is no load #{load_id}", id: load_id))
          lot = Store::Models::Lot.locked!(load.feature.specimen.lot_id)
          load.update(withdrawn_at: Time.now)
          Store::Events.record(:withdraw_load, load, person_id: person.id, lot_id: lot.id)
          RefreshLot.call(lot)
          lot
        end
      end

      def keep(lot, feature, person, reading, **columns)
        load = Store::Models::Load.create(feature_id: feature.id, value_si: reading.value_si, text: reading.text,
                                          unit: reading.unit,
                                          person_id: person.id, **columns)
        Store::Events.record(:record_load, load, person_id: person.id, lot_id: lot.id,
                                                 after: { source: columns[:source], text: reading.text,
                                                          unit: reading.unit })
        RefreshLot.call(lot)
        load.id
      end
      private_class_method :keep
    end
  end
end
