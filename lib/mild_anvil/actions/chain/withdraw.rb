# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # Takes a fact about an instrument back, with a reason: it stays in the store and no longer counts.
      module Withdraw
        module_function

        # @param model [Class] of what is taken back; @param event [Symbol]; @param columns [Hash] to set besides
        # @yieldparam id [Integer] raises when there is none that still counts
        # @return [Sequel::Model]
        # @raise [InvalidInput] without a reason
        def call(model, id, event:, reason:, person_id:, **columns)
          person = People.fetch!(person_id)
          if reason.to_s.strip.empty?
            raise InvalidInput.new("Say why it does not count",
                                   fields: { reason: "is needed" })
          end

          Store::Database.write do
            row = model.where(id: id, withdrawn_at: nil).for_update.first || yield(id)
            row.update(withdrawn_at: Time.now, withdrawn_reason: reason.strip, **columns)
            Store::Events.record(event, row, person_id: person.id, after: { reason: reason.strip })
            RefreshInstrument.call(Store::Models::Instrument.locked!(row.instrument_id))
            row
          end
        end
      end
    end
  end
end
