# frozen_string_literal: true

module MildAnvil
  module Actions
    # A file read, searched and stored as a recording that waits for its pull. The preview makes it, so that the work
    # is done once and
    # saving holds up nobody; it is found again by what it was read from and how.
    module DraftRecording
      # reading: Devices::Delimited::Reading; analysis: nil while there are questions; recording: nil where it is no
      # pull
      Made = Struct.new(:reading, :analysis, :recording, :refusal)

      module_function

      # @param source [Devices::Delimited::Source]
      # @param choices [Devices::Delimited::FileReader::Choices]
      # @param measurand [Core::Quantity::Measurand] of the lot
      # @yieldparam reading [Devices::Delimited::Reading] the file as read by these choices
      # @yieldreturn [Devices::Delimited::FileReader::Choices, nil] better ones
      # @return [Made]
      # @raise [InvalidInput]
      def call(source, name:, choices:, measurand:, person_id:)
        parts = source.each_part(Store::Models::SourceFile::PART_BYTES)
        packing = Thread.new { Store::Models::SourceFile.pack(parts) }
        packing.report_on_exception = false # its value tells
        reading = read(source, name, choices)
        better = yield(reading) if block_given?
        reading = read(source, name, choices = better) if better
        return Made.new(reading) unless reading.ready?

        analysis = Core::Curve::Analysis.new(reading.recording)
        refusal = why_no_pull(reading, analysis, measurand)
        return Made.new(reading, analysis, nil, refusal) if refusal

        Made.new(reading, analysis, keep(packing, source: source, name: name, key: key(source, name, choices),
                                                  reading: reading,
                                                  analysis: analysis, person_id: person_id))
      ensure
        # Nothing reads the file on once this is over: whoever called may close it.
        packing&.kill&.join
      end

      # @return [Store::Models::Recording, nil] what an earlier look of theirs at the same bytes in the same way left
      def find(source, name:, choices:, person_id:)
        Store::Models::Recording.where(draft_key: key(source, name, choices), pull_id: nil, person_id: person_id)
                                .order(:id).last
      end

      # @return [String, nil]
      def why_no_pull(reading, analysis, measurand)
        main = reading.recording.main
        unless measurand.read_from?(main.role)
          return "This file holds a #{main.role} in #{main.unit}: a lot measured as #{measurand.name.downcase} " \
                 "cannot take it"
        end

        return if analysis.pulled?

        "The highest force of this file is not above its zero: nothing was pulled. Choose another column"
      end

      def read(source, name, choices)
        Stoppable.here do
          Devices::Delimited::FileReader.read(source, name: name, units: Catalogue.units, choices: choices)
        end
      end
      private_class_method :read

      def keep(packing, source:, name:, reading:, analysis:, key:, person_id:)
        prepared = StoreRecording.prepare(reading.recording) # beside the findings
        Stoppable.here { analysis.findings }
        packed = packing.value
        StoreRecording.ready(prepared)
        Store::Database.write do
          SweepDrafts.call(name: name, sha256: source.sha256, person_id: person_id)
          StoreRecording.call(source: source, name: name, key: key, packed: packed, prepared: prepared,
                              reading: reading,
                              analysis: analysis, person_id: person_id)
        end
      end
      private_class_method :keep

      # The version is part of it: another one may read otherwise.
      def key(source, name, choices)
        version = [VERSION, Core::Curve::Analysis::RULE_VERSION]
        OpenSSL::Digest::SHA256.hexdigest(JSON.generate([*version, source.sha256, source.size, name, choices.to_h]))
      end
      private_class_method :key
    end
  end
end
