# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # Overloads: noted by a pull that read beyond the capacity, or by somebody who saw it.
      module Overloads
        module_function

        # @raise [InvalidInput]
        def add(instrument_id:, value:, person_id:, at: nil, note: "")
          person = People.fetch!(person_id)
          newtons = Core::Plan::TypedContent.new({ value: value }, Catalogue.units).si!(:value, "force")
          instrument = Store::Models::Instrument.fetch!(instrument_id)
          if newtons <= instrument.capacity_newtons
            raise InvalidInput.new("That is within its capacity: no overload", fields: { value: "within the capacity" })
          end
          if at && at > Time.now + 60
            raise InvalidInput.new("An overload lies in the past",
                                   fields: { at: "has not come yet" })
          end

          Store::Database.write { note(instrument.id, newtons, at: at || Time.now, note: note, person_id: person.id) }
        end

        # Inside the caller's transaction.
        def note(instrument_id, newtons, at:, person_id:, pull_id: nil, note: "")
          return if pull_id && Store::Models::Overload.first(instrument_id: instrument_id, pull_id: pull_id)

          row = Store::Models::Overload.create(instrument_id: instrument_id, pull_id: pull_id, value_newtons: newtons,
                                               at: at, note: note, person_id: person_id)
          Store::Events.record(:note_overload, row, person_id: person_id, after: { newtons: newtons, pull_id: pull_id })
          RefreshInstrument.call(Store::Models::Instrument.locked!(instrument_id))
          row
        end

        # A typing error is taken back with a reason.
        def withdraw(id:, reason:, person_id:)
          Withdraw.call(Store::Models::Overload, id, event: :withdraw_overload, reason: reason, person_id: person_id,
                                                     pull_id: nil) do
            raise NotFound.new("there is no such overload", id: id)
          end
        end
      end
    end
  end
end
