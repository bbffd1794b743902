# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # What a reading is worth, as a table: of an instrument at a force, or of one pull with its own zero and sampling.
      module ReadingWorth
        module_function

        # @return [Hash] of docs/api/openapi.yaml, ReadingWorth
        # @raise [NotFound] for a pull of which nobody knows what read it, or that read nothing
        def of_pull(pull_id:, unit: nil)
          pull = Store::Models::Pull.fetch!(pull_id)
          row = Store::Models::PullInstrument.first(pull_id: pull.id, position: 0)
          force = LotFacts.new(pull.lot, specimen_id: pull.feature.specimen_id).then { |facts| value(facts, pull) }
          raise NotFound, "nobody said which cell read pull #{pull.number}" if row.nil?
          raise NotFound, "pull #{pull.number} has no reading above 0" unless force&.positive?

          budget = InstrumentFacts.new(row.instrument).budget(force, at: pull.pulled_at, missed: missed(pull),
                                                                     drift: row.drift_newtons || 0.0)
          shown(budget, ChainFigures.new(row.instrument, unit))
        end

        # @param reading [Core::Instrument::ReadingBudget]; @param figures [ChainFigures]
        # @return [Hash]
        def shown(reading, figures)
          budget = reading.budget
          { force_si: reading.force, force: figures.reading(reading.force), unknown: reading.unknown,
            parts: reading.parts.map { |part| part(part, figures) }, expanded: figures.uncertainty(budget&.expanded),
            shared: figures.uncertainty(budget&.expanded_shared), factor: budget&.coverage_factor&.round(3),
            corrected: figures.small(budget&.corrected) }
        end

        def part(part, figures)
          part.slice(:key, :name, :shared, :dof).merge(standard: figures.part(part[:standard]),
                                                       bias: part[:bias].zero? ? nil : figures.small(part[:bias]))
        end
        private_class_method :part

        def value(facts, pull)
          loaded = facts.pulls.find { |row| row.id == pull.id }
          facts.measurement(loaded)&.value&.value_si
        end
        private_class_method :value

        # What may lie between two samples at the peak.
        def missed(pull)
          recording = pull.recording or return 0.0
          peak = recording.analysis&.findings&.find { |finding| finding.kind == "peak" }
          peak&.extra&.fetch("missed_newtons", nil).to_f
        end
        private_class_method :missed
      end
    end
  end
end
