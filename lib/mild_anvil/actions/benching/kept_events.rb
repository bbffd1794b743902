# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # What a bench told during a pull, as rows beside its curve: each once, with the sample that it belongs to.
      module KeptEvents
        Event = Core::Pull::BenchEvent

        module_function

        # Inside the caller's transaction.
        # @param read [Devices::Recorder::Journal::Read]
        def store(run, read)
          return if run.bench_events_dataset.any?

          samples = read.samples.sort_by(&:number)
          roles = read.header[:channels].to_a.map { |one| one[:role] }
          rows = told(read).each_with_index.map do |event, position|
            { run_id: run.id, position: position, sample_number: belongs_to(event, samples)&.number,
              at_seconds: event.seconds - (samples.first&.seconds || event.seconds), word: event.word[0, 40],
              words: Event.words(event.word, roles) }
          end
          Store::Models::BenchEvent.dataset.multi_insert(rows)
        end

        def told(read)
          read.events.select { |event| Event.kept?(event.word) }.uniq { |event| [event.seconds, event.word] }
              .sort_by(&:seconds)
        end
        private_class_method :told

        # The first sample that is not older.
        def belongs_to(event, samples) = samples.bsearch { |sample| sample.seconds >= event.seconds }
        private_class_method :belongs_to

        # As screens and papers show them.
        # @param run [Store::Models::Run]
        # @return [Array<Hash>] at_seconds, word, words, ends: whether a bench stops for it
        def shown(run)
          run.bench_events.map do |row|
            { at_seconds: row.at_seconds, word: row.word, words: row.words || Event.words(row.word),
              ends: Event.ends?(row.word) }
          end
        end
      end
    end
  end
end
