# frozen_string_literal: true

module MildAnvil
  module Actions
    # Corrects when a pull was made, or its note. What a pull measured is never changed here.
    module ChangePull
      module_function

      # @param values [Hash] pulled_at, note, instrument_id
      # @param version [Integer, nil] of the pull as the person saw it
      # @return [Store::Models::Pull]
      # @raise [Conflict] when it was changed meanwhile
      def call(pull_id:, values:, reason:, person_id:, version: nil)
        person = People.fetch!(person_id)
        if reason.to_s.strip.empty?
          raise InvalidInput.new("A correction needs a reason",
                                 fields: { reason: "is needed" })
        end

        Store::Database.write do
          pull = Store::Models::Pull.locked!(pull_id).refresh
          Stale.refuse!(pull, version, "this pull")
          NewPull.refuse_future!(values[:pulled_at])
          before = values.keys.to_h { |name| [name, pull[name]] }
          before[:instrument_id] = read_by(pull, values[:instrument_id]) if values.key?(:instrument_id)
          pull.update(version: pull.version + 1, **values.except(:instrument_id))
          Store::Events.record(:change_pull, pull, person_id: person.id, lot_id: pull.lot_id, before: before,
                                                   after: values.merge(reason: reason.strip))
          RefreshLot.call(pull.lot)
          pull
        end
      end

      # @return [Integer, nil] which instrument counted before
      def read_by(pull, instrument_id)
        kept = Store::Models::PullInstrument.first(pull_id: pull.id, position: 0)
        before = kept&.instrument_id
        Store::Models::PullInstrument.where(pull_id: pull.id).delete
        Chain::ChooseInstruments.call(pull, pull.lot, instrument_id: instrument_id) if instrument_id
        before
      end
      private_class_method :read_by
    end
  end
end
