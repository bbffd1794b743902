# frozen_string_literal: true

module MildAnvil
  module Actions
    # Adds a lot to a job, or changes what is known of one; refuses to overwrite another person's change.
    module SaveLot
      module_function

      # @param job_id [Integer]
      # @param values [Hash] columns of the lot
      # @return [Store::Models::Lot]
      def create(job_id:, values:, person_id:)
        Store::Models::Job[job_id] || raise(NotFound.new("there is no job #{job_id}", id: job_id))
        Store::Database.write do
          lot = Store::Models::Lot.create(job_id: job_id, differs_from_use: "", created_at: Time.now, **values)
          Audit.record(:create_lot, lot, person_id: person_id, **values)
          RefreshLot.call(lot)
          lot
        end
      end

      # @param version [Integer, nil] of the lot as the person saw it
      # @raise [Conflict] when it was changed meanwhile
      def change(lot_id:, values:, person_id:, version: nil)
        Store::Database.write do
          lot = Store::Models::Lot.locked!(lot_id)
          raise Conflict.new("Somebody else changed this lot while you were typing. Nothing was saved; load it again and repeat your change", version: lot.version) if version && lot.version != version

          before = values.keys.to_h { |key| [key, lot[key]] }
          lot.update(version: lot.version + 1, **values)
          Audit.record(:change_lot, lot, person_id: person_id, before: before, after: values)
          RefreshLot.call(lot)
          lot
        end
      end
    end
  end
end
