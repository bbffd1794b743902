# frozen_string_literal: true

module MildAnvil
  module Actions
    # Gives a recording that was looked at its pull in a lot; all of it or nothing.
    module SaveDraft
      module_function

      # @param recording_id [Integer] of a draft
      # @param resolution_si [Float, nil] where it is known better than from the steps between the samples
      # @param lower_bound_cause [String, nil] why the highest reading is no more than a lower bound
      # @return [Store::Models::Pull]
      # @raise [NotFound] when it was given away or thrown away meanwhile; [Conflict] for a file that this lot has
      #   already
      def call(lot_id:, recording_id:, person_id:, origin: "file", resolution_si: nil,
               lower_bound_cause: nil, **place)
        person = People.fetch!(person_id)
        Store::Database.write do
          lot = Store::Models::Lot.locked!(lot_id)
          recording = waiting!(recording_id, person.id)
          file = recording.source_file
          refuse_other_measurand!(lot, recording)
          DuplicateFile.refuse!(lot, file.sha256) # under the lock: the same file may have come in meanwhile
          pull = NewPull.call(lot: lot, person_id: person.id, origin: origin, **place)
          recording.update(pull_id: pull.id, draft_key: nil)
          Measure.from_findings(pull, lot, person_id: person.id, resolution_si: resolution_si,
                                           lower_bound_cause: lower_bound_cause)
          follow_chain(pull, lot, recording, person)
          Store::Events.record(:import_recording, pull, person_id: person.id, lot_id: lot.id,
                                                        after: { file: file.name, sha256: file.sha256,
                                                                 recording: recording.uid })
          RefreshLot.call(lot)
          pull
        end
      end

      def follow_chain(pull, lot, recording, person)
        Chain::ChooseInstruments.complete(pull, lot, recording.analysis.findings)
        peak = pull.refresh.measurement("peak")
        Chain::ChooseInstruments.note_overload(pull, peak&.value_si, person_id: person.id)
      end
      private_class_method :follow_chain

      # Whose draft it is, theirs is the pull.
      def waiting!(id, person_id)
        Store::Models::Recording.for_update.first(id: id, pull_id: nil, person_id: person_id) ||
          raise(NotFound.new("What was read of this file is no longer at hand: hand the file in again", id: id))
      end
      private_class_method :waiting!

      def refuse_other_measurand!(lot, recording)
        measurand = Catalogue.measurand(lot.measurand)
        role = recording.judged_channel.role
        return if measurand.read_from?(role)

        raise InvalidInput.new(
          "This file holds a #{role}: a lot measured as #{measurand.name.downcase} cannot take it", role: role
        )
      end
      private_class_method :refuse_other_measurand!
    end
  end
end
