# frozen_string_literal: true

module MildAnvil
  module Actions
    # From the bytes of a logger's file to a stored pull with its curve and findings; all of it or nothing.
    module ImportCurve
      module_function

      # @param source [Devices::Delimited::Source, String] the file, or its bytes
      # @param choices [Hash] see FileChoices
      # @param resolution_newtons [Float, nil] where it is known better than from the steps between the samples
      # @return [Store::Models::Pull]
      # @raise [InvalidInput] naming line and mend; [Conflict] for a file that is here already
      def call(lot_id:, name:, source:, person_id:, choices: {}, specimen_number: nil, feature_name: nil, note: "", origin: "file", resolution_newtons: nil)
        source = Devices::Delimited::Source.of(source)
        DuplicateFile.refuse!(Store::Models::Lot.fetch!(lot_id), source)
        packing = Thread.new { Store::Models::SourceFile.pack(source.each_part) }
        reading, analysis = LookAtFile.call(source, name: name, choices: FileChoices.call(choices))
        raise InvalidInput.new(reading.questions.map { |q| q[:text] }.join(" "), questions: reading.questions) unless reading.ready?

        force!(reading)
        prepared = StoreCurve.prepare(reading.recording) # beside the findings
        findings = analysis.findings
        peak = findings.find { |f| f.kind == :peak }
        raise InvalidInput, "The highest force of this file is not above its zero: nothing was pulled. Choose another column" unless peak.force_newtons.positive?

        packed = packing.value
        StoreCurve.ready(prepared) # whoever holds the lot waits for nothing but the database
        Store::Database.write do
          lot = Store::Models::Lot.locked!(lot_id)
          DuplicateFile.refuse!(lot, source) # again under the lock: the same file may have come in meanwhile
          pull = NewPull.call(lot: lot, specimen_number: specimen_number, feature_name: feature_name, person_id: person_id, origin: origin, note: note,
                              peak_newtons: peak.force_newtons, peak_is_lower_bound: peak.extra[:lower_bound], resolution_newtons: resolution_newtons || analysis.step_newtons)
          StoreCurve.call(pull: pull, name: name, source: source, packed: packed, prepared: prepared, reading: reading, analysis: analysis, findings: findings)
          Audit.record(:import_curve, pull, person_id: person_id, file: name)
          RefreshLot.call(lot)
          pull
        end
      end

      # Lots are rated by force so far; a torque cannot be stored as newtons.
      def force!(reading)
        main = reading.recording.main
        return if main.role == "force"

        raise InvalidInput.new("This file holds a #{main.role} in #{main.unit} and no force: a lot measured in force cannot take it", role: main.role)
      end
      private_class_method :force!
    end
  end
end
