# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # A recording of a dead-weight check: kept as it came, read for its steps each time they are asked for.
      module CheckFile
        MAX_BYTES = 12_000_000
        # Masses weigh the same whether the clock was changed or the hour passed.
        CHOICES = Devices::Delimited::FileReader::Choices.new(clock_changed: true).freeze

        module_function

        # @return [Hash] attachment_id, name, steps with their figures
        # @raise [InvalidInput] for what is no recording of steps
        def keep(instrument_id:, name:, bytes:, person_id:)
          person = People.fetch!(person_id)
          if bytes.bytesize > MAX_BYTES
            raise InvalidInput.new("The file has more than #{MAX_BYTES / 1_000_000} MB: log a check more slowly",
                                   fields: { file: "is too large" })
          end

          steps = Core::Instrument::SettledSteps.in(analysis(bytes, name))
          row = Store::Database.write do
            kept = Store::Models::Attachment.create(name: name, media_type: "text/plain", byte_count: bytes.bytesize,
                                                    sha256: OpenSSL::Digest::SHA256.hexdigest(bytes),
                                                    content: Sequel.blob(bytes), person_id: person.id)
            Store::Events.record(:keep_check_file, kept, person_id: person.id,
                                                         after: { name: name, sha256: kept.sha256 })
            kept
          end
          { attachment_id: row.id, name: name, steps: shown(steps, Store::Models::Instrument.fetch!(instrument_id)) }
        end

        # @return [Array(Array<Core::Instrument::SettledSteps::Settled>, Array)] steps; its zeros before and after
        # @raise [NotFound, Tampered]
        def settled(attachment_id)
          row = Pictures.sound!(Store::Models::Attachment.fetch!(attachment_id))
          analysis = analysis(row.content, row.name)
          [Core::Instrument::SettledSteps.in(analysis), Core::Instrument::SettledSteps.zeros(analysis)]
        end

        def shown(steps, instrument)
          figures = ChainFigures.new(instrument)
          steps.map do |step|
            { from: step.from, until: step.until, mean: figures.reading(step.mean), swing: figures.small(step.swing) }
          end
        end
        private_class_method :shown

        def analysis(bytes, name)
          source = Devices::Delimited::Source.of(bytes)
          reading = Stoppable.here do
            Devices::Delimited::FileReader.read(source, name: name, units: Catalogue.units, choices: CHOICES)
          end
          return Core::Curve::Analysis.new(reading.recording) if reading.ready?

          raise InvalidInput.new(reading.questions.map { |question| question[:text] }.join(" "),
                                 fields: { file: "leaves a question" })
        end
        private_class_method :analysis
      end
    end
  end
end
