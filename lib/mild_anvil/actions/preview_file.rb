# frozen_string_literal: true

module MildAnvil
  module Actions
    # Says what a file was understood to be; nothing is saved.
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
        DuplicateFile.refuse!(lot, source)
        (reading, analysis), reader, used = read(source, name, choices)
        reading.to_h.merge(duplicate_of: DuplicateFile.elsewhere(lot, source), reader: reader&.slice(:id, :name), choices: used, **(analysis ? picture(analysis) : {}))
      end

      def read(source, name, choices)
        seen = LookAtFile.first(source, name: name, choices: FileChoices.call(choices))
        return [seen, nil, choices] if choices.key?(:columns) || choices.key?(:delimiter) || choices.key?(:interval_seconds)

        row, known = Readers.for(seen.first.signature)
        return [seen, nil, choices] if known.nil?

        used = known.merge(choices)
        [LookAtFile.first(source, name: name, choices: FileChoices.call(used)), row, used]
      end
      private_class_method :read

      def picture(analysis)
        peak = analysis.of(Core::Curve::Findings::Peak).first
        size = [analysis.clean.size / POINTS, 1].max
        { peak_newtons: peak.force_newtons, peak_seconds: peak.at_seconds, peak_because: peak.because, events: events(analysis),
          sketch_newtons: analysis.clean.each_slice(size).map { |slice| slice.minmax.max_by(&:abs) } }
      end
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
