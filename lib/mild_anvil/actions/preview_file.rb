# frozen_string_literal: true

module MildAnvil
  module Actions
    # Says what a file was understood to be. What was read waits as a draft for whoever saves it; no lot has it yet.
    module PreviewFile
      POINTS = 160
      EVENTS = %i[slip first_failure partial_failure later_peak break release hold saturated frozen dropout spike].freeze

      module_function

      # @param source [Devices::Delimited::Source, String]
      # @param choices [Hash] see FileChoices; without any, those of the reader that knows such files
      # @return [Hash] the reading, with a small picture of the curve and its peak when it is ready
      # @raise [InvalidInput, Conflict]
      def call(lot_id:, name:, source:, choices:)
        lot = Store::Models::Lot.fetch!(lot_id)
        source = Devices::Delimited::Source.of(source)
        DuplicateFile.refuse!(lot, source.sha256)
        reader = nil
        made = DraftCurve.call(source, name: name, choices: FileChoices.call(choices)) do |reading|
          reader, known = Readers.for(reading.signature) unless told?(choices)
          known && FileChoices.call(choices = known.merge(choices))
        end
        made.reading.to_h.merge(duplicate_of: DuplicateFile.elsewhere(lot, source.sha256), reader: reader&.slice(:id, :name), choices: choices, draft_id: made.curve&.id,
                                **(made.analysis ? picture(made.analysis) : {}))
      end

      # Whoever chose how to read it is not helped by a reader.
      def told?(choices) = %i[columns delimiter interval_seconds].any? { |choice| choices.key?(choice) }
      private_class_method :told?

      def picture(analysis)
        peak = DraftCurve.peak(analysis)
        { peak_newtons: peak.force_newtons, peak_seconds: peak.at_seconds, peak_because: peak.because, events: events(analysis),
          sketch_newtons: sketch(analysis.packed) }
      end

      # Of each stretch what lies farther from zero.
      def sketch(packed)
        sides = Core::Packed.envelope(packed, packed, [Core::Packed.size(packed) / POINTS, 1].max)
        sides.map { |side| Core::Packed.unpack(side) }.transpose.map { |pair| pair.max_by(&:abs) }
      end
      private_class_method :sketch
      private_class_method :picture

      def events(analysis)
        counts = analysis.findings.map(&:kind).select { |kind| EVENTS.include?(kind) }.tally
        counts[:cycle] = analysis.cycles.count if analysis.cycles
        counts.map { |kind, count| { kind: kind.to_s, count: count } }
      end
      private_class_method :events
    end
  end
end
