# frozen_string_literal: true

module MildAnvil
  module Actions
    # Corrects when a pull was made, or its note. What a pull measured is never changed here.
    module ChangePull
      module_function

      # @param values [Hash] pulled_at, note
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
          pull.update(version: pull.version + 1, **values)
          Store::Events.record(:change_pull, pull, person_id: person.id, lot_id: pull.lot_id, before: before,
                                                   after: values.merge(reason: reason.strip))
          RefreshLot.call(pull.lot)
          pull
        end
      end
    end
  end
end
