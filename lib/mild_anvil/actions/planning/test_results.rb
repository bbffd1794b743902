# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # Acceptance tests as they are made; one that was noted wrongly is withdrawn with a reason and stays readable.
      module TestResults
        module_function

        # @param test_key [String] of the plan in force
        # @param typed [Hash, nil] text, unit: what was measured or found
        # @param accepted [Boolean, nil] by eye
        # @return [Store::Models::TestResult]
        # @raise [InvalidInput]
        def record(lot_id:, test_key:, person_id:, typed: nil, accepted: nil, specimen_id: nil, broke_at: nil, note: "",
                   once_key: nil)
          person = People.fetch!(person_id)
          request = { lot: lot_id, test: test_key, typed: typed, accepted: accepted, specimen: specimen_id }
          OnceOnly.call(once_key, person_id: person.id, action: :record_test, request: request) do
            lot = Store::Models::Lot.locked!(lot_id)
            test = test!(lot, test_key)
            value = value(test, typed)
            check!(lot, test, value, accepted, specimen_id)
            row = Store::Models::TestResult.create(
              lot_id: lot.id, test_key: test_key, specimen_id: specimen_id, value_si: value&.value_si,
              text: value&.text, unit: value&.unit, broke_at: broke_at.to_s.empty? ? nil : broke_at, accepted: accepted,
              note: note.to_s, person_id: person.id
            )
            told(row, lot, person, { test: test.name, text: value&.text, accepted: accepted })
          end
        end

        def told(row, lot, person, after)
          Store::Events.record(:record_test, row, person_id: person.id, lot_id: lot.id, after: after)
          RefreshLot.call(lot)
          row.id
        end
        private_class_method :told

        def withdraw(result_id:, reason:, person_id:)
          person = People.fetch!(person_id)
          if reason.to_s.strip.empty?
            raise InvalidInput.new("A withdrawal needs a reason",
                                   fields: { reason: "is needed" })
          end

          Store::Database.write do
            row = Store::Models::TestResult[result_id] || raise(NotFound.new("there is no such result", id: result_id))
            lot = Store::Models::Lot.locked!(row.lot_id)
            row.update(withdrawn_at: Time.now, withdrawn_reason: reason.strip) if row.withdrawn_at.nil?
            Store::Events.record(:withdraw_test, row, person_id: person.id, lot_id: lot.id, after: { reason: reason })
            RefreshLot.call(lot)
            row
          end
        end

        def test!(lot, key)
          plan = Store::Models::AcceptancePlan.of(lot.id)
          plan&.required_tests&.find { |row| row.key == key } ||
            raise(NotFound.new("the acceptance plan in force asks for no such test", key: key))
        end
        private_class_method :test!

        def value(test, typed)
          return if typed.nil?

          unit = Catalogue.units.find(typed[:unit])
          own = Catalogue.units.find(test.unit)
          if unit.nil? || (own && unit.quantity != own.quantity)
            raise InvalidInput.new("“#{typed[:unit]}” is no unit of #{test.quantity}", fields: { unit: "does not fit" })
          end

          Core::Quantity::TypedReading.parse(typed[:text], unit, zero: true)
        end
        private_class_method :value

        def check!(lot, test, value, accepted, specimen_id)
          if value.nil? && accepted.nil?
            raise InvalidInput.new("Type what was found, or say whether it passed by eye",
                                   fields: { text: "is needed" })
          end
          if test.kind == "measured" && value.nil?
            raise InvalidInput.new("This test is measured: type the figure", fields: { text: "is needed" })
          end
          return if specimen_id.nil? || lot.specimens_dataset.first(id: specimen_id)

          raise InvalidInput.new("This lot has no such specimen", fields: { specimen_id: "is of another lot" })
        end
        private_class_method :check!
      end
    end
  end
end
