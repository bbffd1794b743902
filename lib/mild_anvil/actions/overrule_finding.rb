# frozen_string_literal: true

module MildAnvil
  module Actions
    # Puts a person's own value beside a finding, or takes it back. The finding stays, and so does every judgement that
    # was made by it.
    module OverruleFinding
      module_function

      # @param kind [String] @param ordinal [Integer] which one of its kind, from 0
      # @param at_seconds [Float, nil] where the person puts it; its value is then read from the recording unless it is
      #   typed
      # @param typed [Hash, nil] text, unit
      # @return [Store::Models::Pull]
      # @raise [InvalidInput, NotFound]
      def call(pull_id:, person_id:, kind:, ordinal:, at_seconds: nil, typed: nil, reason: "")
        person = People.fetch!(person_id)
        Store::Database.write do
          pull, recording = recording_of(pull_id)
          finding = finding!(recording, kind, ordinal)
          reading = Figures.of(pull.lot).parse(typed, field: :typed)
          check!(recording, at_seconds, reading)
          value = reading&.value_si || value_at(recording, at_seconds)
          refuse_nothing!(kind, value)
          Store::Models::Override.create(finding_id: finding.id, at_seconds: at_seconds, value_si: value,
                                         text: reading&.text,
                                         unit: reading&.unit, reason: reason.to_s.strip, person_id: person.id)
          settle(pull, kind, person, :overrule_finding, reason: reason,
                                                        after: { kind: kind, ordinal: ordinal, at_seconds: at_seconds,
                                                                 value_si: value, reason: reason })
        end
      end

      # @raise [Conflict] when nothing was overruled there
      def undo(pull_id:, person_id:, kind:, ordinal:)
        person = People.fetch!(person_id)
        Store::Database.write do
          pull, recording = recording_of(pull_id)
          finding = finding!(recording, kind, ordinal)
          last = finding.override || raise(Conflict.new("nothing was overruled there", kind: kind, ordinal: ordinal))
          Store::Models::Override.create(finding_id: finding.id, undoes_id: last.id, person_id: person.id)
          settle(pull, kind, person, :undo_overruling, reason: "override taken back",
                                                       before: { kind: kind, ordinal: ordinal, value_si: last.value_si,
                                                                 at_seconds: last.at_seconds })
        end
      end

      def recording_of(pull_id)
        pull = Store::Models::Pull.locked!(pull_id)
        [pull,
         pull.recording || raise(InvalidInput.new("Pull #{pull.number} has no curve: only a reading was typed",
                                                  pull: pull.number))]
      end
      private_class_method :recording_of

      def finding!(recording, kind, ordinal)
        recording.analysis.findings_dataset.first(kind: kind, ordinal: ordinal) ||
          raise(NotFound.new("this recording has no #{kind.tr('_', ' ')} number #{ordinal + 1}", kind: kind,
                                                                                                 ordinal: ordinal))
      end
      private_class_method :finding!

      def check!(recording, at_seconds, reading)
        nothing = at_seconds.nil? && reading.nil?
        raise InvalidInput.new("say where it is, or how much", fields: { at_seconds: "is missing" }) if nothing
        return if at_seconds.nil? || at_seconds.between?(recording.start_seconds, recording.end_seconds)

        span = [recording.start_seconds, recording.end_seconds].map { |s| format("%g", s) }.join(" to ")
        raise InvalidInput.new("the recording runs from #{span} s", fields: { at_seconds: "lies outside" })
      end
      private_class_method :check!

      def value_at(recording, at_seconds)
        recording.judged_channel.net(Store::RecordingWindow.new(recording, points: 10).sample_at(at_seconds))
      end
      private_class_method :value_at

      def refuse_nothing!(kind, value)
        return unless kind == "peak" && !value.positive?

        raise InvalidInput.new("a peak lies above zero", fields: { typed: "must be above 0" })
      end
      private_class_method :refuse_nothing!

      # What is rated gets a new measurement; what was judged by the old one says that there is a newer.
      def settle(pull, kind, person, action, reason:, **change)
        rated = [pull.lot.terms.rated_quantity, "peak"].uniq
        rated.select { |quantity| Core::Judgement::RatedQuantity.find!(quantity).kind == kind }.each do |quantity|
          Measure.of_finding(pull, quantity, person_id: person.id, reason: reason.to_s)
        end
        Store::Events.record(action, pull, person_id: person.id, lot_id: pull.lot_id, **change)
        RefreshLot.call(pull.lot)
        pull.refresh
      end
      private_class_method :settle
    end
  end
end
