# frozen_string_literal: true

module MildAnvil
  module Actions
    # From the bytes of a logger's file to a stored pull with its recording and findings; all of it or nothing.
    module ImportRecording
      TRIES = 12 # of as many who hand in the same file at once, each may sweep what another one read

      module_function

      # @param source [Devices::Delimited::Source, String] the file, or its bytes
      # @param choices [Hash] see FileChoices
      # @param target [Hash] what SaveDraft takes besides
      # @return [Store::Models::Pull]
      # @raise [InvalidInput] naming line and mend; [Conflict] for a file that is here already
      def call(lot_id:, name:, source:, person_id:, choices: {}, **target)
        source = Devices::Delimited::Source.of(source)
        lot = Store::Models::Lot.fetch!(lot_id)
        DuplicateFile.refuse!(lot, source.sha256)
        tries = 0
        begin
          draft = draft(lot, source, name, FileChoices.call(choices), person_id)
          SaveDraft.call(lot_id: lot_id, recording_id: draft.id, person_id: person_id, **target)
        rescue NotFound # somebody else gave that very draft a pull in another lot, or it was swept
          (tries += 1) < TRIES ? retry : raise
        end
      end

      def draft(lot, source, name, choices, person_id)
        known = DraftRecording.find(source, name: name, choices: choices, person_id: person_id)
        return known if known

        made = DraftRecording.call(source, name: name, choices: choices, person_id: person_id,
                                           measurand: Catalogue.measurand(lot.measurand))
        made.recording || refuse(made)
      end
      private_class_method :draft

      def refuse(made)
        questions = made.reading.questions
        raise InvalidInput.new(questions.map { |q| q[:text] }.join(" "), questions: questions) if questions.any?

        raise InvalidInput.new(made.refusal, role: made.reading.recording.main.role)
      end
      private_class_method :refuse
    end
  end
end
