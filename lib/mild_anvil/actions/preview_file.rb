# frozen_string_literal: true

module MildAnvil
  module Actions
    # Says what a file was understood to be. What was read waits as a draft for whoever saves it; no lot has it yet.
    module PreviewFile
      POINTS = 160
      MOST_DOUBTS = 12
      EVENTS = %i[slip first_failure partial_failure later_peak break release hold saturated frozen dropout
                  spike].freeze
      TOLD = %i[columns delimiter interval_seconds].freeze

      module_function

      # @param source [Devices::Delimited::Source, String]
      # @param choices [Hash] see FileChoices; without any, those of the profile that knows such files
      # @return [Hash] the reading, with a small picture of the curve and its peak when it is ready
      # @raise [InvalidInput, Conflict]
      def call(lot_id:, name:, source:, choices:, person_id:)
        lot = Store::Models::Lot.fetch!(lot_id)
        source = Devices::Delimited::Source.of(source)
        DuplicateFile.refuse!(lot, source.sha256)
        profile = nil
        made = draft(lot, source, name, choices, person_id) do |reading|
          profile, known = ImportProfiles.for(reading.signature) unless told?(choices)
          known && FileChoices.call(choices = known.merge(choices))
        end
        { **made.reading.to_h, duplicate_of: DuplicateFile.elsewhere(lot, source.sha256),
                               profile: profile&.slice(:id, :name),
                               choices: choices, draft_id: made.recording&.id, refusal: made.refusal,
                               **(made.analysis ? picture(made.analysis, lot) : {}) }
      end

      def draft(lot, source, name, choices, person_id, &better)
        DraftRecording.call(source, name: name, choices: FileChoices.call(choices), person_id: person_id,
                                    measurand: Catalogue.measurand(lot.measurand), &better)
      end
      private_class_method :draft

      # Whoever chose how to read it is not helped by a profile.
      def told?(choices) = TOLD.any? { |choice| choices.key?(choice) }
      private_class_method :told?

      def picture(analysis, lot)
        peak = analysis.of(Core::Curve::Findings::Peak).first
        figures = shown_in(analysis, lot)
        { peak: figures.reading(peak.force_newtons, analysis.step_newtons), peak_seconds: peak.at_seconds,
          peak_reason: peak.because,
          events: events(analysis), doubts: doubts(analysis), sketch_si: sketch(analysis.packed) }
      end
      private_class_method :picture

      # The gravest first, each in the order of time.
      def doubts(analysis)
        doubtful = analysis.findings.reject { |f| f.confidence == "sure" }
        doubtful.sort_by.with_index { |f, i| [f.confidence == "look" ? 0 : 1, i] }.first(MOST_DOUBTS).map do |f|
          { kind: f.given? ? f.kind.to_s : f.extra[:finding], at_seconds: f.at_seconds, confidence: f.confidence,
            doubt: f.doubt || f.because }
        end
      end
      private_class_method :doubts

      # A curve of a lot that rates energy is still a curve of force.
      def shown_in(analysis, lot)
        own = Catalogue.measurand(lot.measurand)
        role = analysis.recording.main.role
        return Figures.of(lot) if own.read_from?(role) && %w[energy displacement cycles].none?(own.key)

        measurand = Catalogue.measurands.find { |m| m.key == role } || Catalogue.measurand("force")
        Figures.new(measurand, measurand.units.first.symbol)
      end
      private_class_method :shown_in

      # Of each stretch what lies farther from zero.
      def sketch(packed)
        sides = Core::Packed.envelope(packed, packed, [Core::Packed.size(packed) / POINTS, 1].max)
        sides.map { |side| Core::Packed.unpack(side) }.transpose.map { |pair| pair.max_by(&:abs) }
      end
      private_class_method :sketch

      def events(analysis)
        counts = analysis.findings.map(&:kind).select { |kind| EVENTS.include?(kind) }.tally
        counts[:cycle] = analysis.cycles.count if analysis.cycles
        counts.map { |kind, count| { kind: kind.to_s, count: count } }
      end
      private_class_method :events
    end
  end
end
