# frozen_string_literal: true

module MildAnvil
  module Actions
    # Says what a file was understood to be; nothing is saved.
    module PreviewFile
      POINTS = 160

      module_function

      # @param source [Devices::Delimited::Source, String]
      # @param choices [Hash] see FileChoices
      # @return [Hash] the reading, with a small picture of the curve and its peak when it is ready
      # @raise [InvalidInput, Conflict]
      def call(lot_id:, name:, source:, choices:)
        lot = Store::Models::Lot.fetch!(lot_id)
        source = Devices::Delimited::Source.of(source)
        DuplicateFile.refuse!(lot, source)
        reading = Devices::Delimited::Reader.read(source, name: name, units: Catalogue.units, choices: FileChoices.call(choices))
        reading.to_h.merge(duplicate_of: DuplicateFile.elsewhere(lot, source), **(reading.ready? ? picture(reading.recording) : {}))
      end

      def picture(recording)
        analysis = Core::Curve::Analysis.new(recording)
        peak = analysis.findings.find { |f| f.kind == :peak }
        size = [analysis.net.size / POINTS, 1].max
        { peak_newtons: peak.force_newtons, peak_seconds: peak.at_seconds, peak_because: peak.because,
          sketch_newtons: analysis.net.each_slice(size).map { |slice| slice.max_by(&:abs) } }
      end
      private_class_method :picture
    end
  end
end
