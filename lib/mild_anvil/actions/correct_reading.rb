# frozen_string_literal: true

module MildAnvil
  module Actions
    # Another reading beside one that was typed wrong. The first one stays; what was judged by it stays judged by it
    # and says so.
    module CorrectReading
      module_function

      # @return [Store::Models::Pull]
      # @raise [InvalidInput] for a pull whose value came from a curve, or without a reason
      def call(pull_id:, text:, unit:, reason:, person_id:, comma: nil, language: nil, once_key: nil)
        person = People.fetch!(person_id)
        if reason.to_s.strip.empty?
          raise InvalidInput.new("A correction needs a reason",
                                 fields: { reason: "is needed" })
        end

        request = { pull: pull_id, text: text, unit: unit, reason: reason }
        OnceOnly.call(once_key, person_id: person.id, action: :correct_reading, request: request) do
          pull = Store::Models::Pull.locked!(pull_id)
          refuse_curve!(pull)
          read = ReadTyped.new(pull.lot, cell: cell(pull), comma: comma, language: language)
                          .call({ text: text, unit: unit })
          correct(pull, read, reason.strip, person)
        end
        Store::Models::Pull.fetch!(pull_id)
      end

      # That showed it.
      def cell(pull)
        Store::Models::PullInstrument.first(pull_id: pull.id, position: 0)&.instrument
      end
      private_class_method :cell

      def correct(pull, read, reason, person)
        lot = pull.lot
        reading = read.reading
        before = pull.measurement(lot.terms.rated_quantity)
        told = [reason, read.reason].reject(&:empty?).join("; ")
        Measure.typed(pull, lot.terms.rated_quantity, reading, person_id: person.id, reason: told,
                                                               lower_bound_cause: read.lower_bound_cause)
        Chain::ChooseInstruments.note_overload(pull, reading.value_si, person_id: person.id)
        Store::Events.record(:correct_reading, pull, person_id: person.id, lot_id: lot.id,
                                                     before: { text: before&.text, unit: before&.unit },
                                                     after: { text: reading.text, unit: reading.unit, reason: reason })
        RefreshLot.call(lot)
        pull.id
      end
      private_class_method :correct

      def refuse_curve!(pull)
        return if pull.recording.nil?

        raise InvalidInput.new("Pull #{pull.number} has a curve: overrule its finding instead",
                               fields: { text: "comes from a curve" })
      end
      private_class_method :refuse_curve!
    end
  end
end
