# frozen_string_literal: true

module MildAnvil
  module Actions
    # From the bytes of a logger's file to a stored pull with its curve and findings; all of it or nothing.
    module ImportCurve
      TRIES = 3

      module_function

      # @param source [Devices::Delimited::Source, String] the file, or its bytes
      # @param choices [Hash] see FileChoices
      # @param place [Hash] what SaveDraft takes besides
      # @return [Store::Models::Pull]
      # @raise [InvalidInput] naming line and mend; [Conflict] for a file that is here already
      def call(lot_id:, name:, source:, person_id:, choices: {}, **place)
        source = Devices::Delimited::Source.of(source)
        DuplicateFile.refuse!(Store::Models::Lot.fetch!(lot_id), source.sha256)
        tries = 0
        begin
          SaveDraft.call(lot_id: lot_id, curve_id: draft(source, name, FileChoices.call(choices)).id, person_id: person_id, **place)
        rescue NotFound # somebody else gave that very draft a pull in another lot, or it was swept
          (tries += 1) < TRIES ? retry : raise
        end
      end

      def draft(source, name, choices)
        known = DraftCurve.find(source, name: name, choices: choices)
        return known if known

        made = DraftCurve.call(source, name: name, choices: choices)
        raise InvalidInput.new(made.reading.questions.map { |q| q[:text] }.join(" "), questions: made.reading.questions) unless made.reading.ready?

        made.curve || raise(InvalidInput.new(DraftCurve.why_no_pull(made.reading, made.analysis), role: made.reading.recording.main.role))
      end
      private_class_method :draft
    end
  end
end
