# frozen_string_literal: true

module MildAnvil
  module Actions
    module LongTests
      # What happened to a station besides being read: tightened again, interrupted, looked at, ended, taken up again.
      module Mark
        ENDINGS = %w[failed run_out stopped].freeze
        TAKEN_UP = "taken_up"
        WORDS = [*ENDINGS, TAKEN_UP, *%w[tightened interrupted works works_not note]].freeze
        NEED_WORDS = %w[note stopped interrupted taken_up].freeze

        module_function

        # @param word [String] of WORDS
        # @return [Store::Models::LongEvent]
        # @raise [InvalidInput, Conflict]
        def call(station_id:, word:, person_id:, note: "", at: nil, count: nil, once_key: nil)
          person = People.fetch!(person_id)
          request = { station: station_id, word: word, note: note, count: count, at: at&.utc&.iso8601(3) }
          id = OnceOnly.call(once_key, person_id: person.id, action: :mark_station, request: request) do
            station = Store::Models::LongStation.fetch!(station_id)
            test = Store::Models::LongTest.locked!(station.test_id)
            check!(test, station, word, note, count)
            row = create(test, station, word: word, note: note, at: at || Time.now, count: count, person: person)
            Store::Events.record(:mark_station, row, person_id: person.id, lot_id: test.lot_id,
                                                     after: { station: station.name, word: word, note: row.note })
            row.id
          end
          Store::Models::LongEvent[id]
        end

        def create(test, station, word:, note:, at:, count:, person:)
          hours = test.hours_at(at)
          refuse(:at, "It lies before the test began") if hours.negative?
          refuse(:at, "It has not come yet") if at > Time.now + 60

          Store::Models::LongEvent.create(station_id: station.id, at: at, hours: hours, count: count, word: word,
                                          note: note.to_s.strip[0, 400], person_id: person.id)
        end
        private_class_method :create

        def check!(test, station, word, note, count)
          refuse(:word, "“#{word}” is nothing that happens to a station") unless WORDS.include?(word)
          raise Conflict, "The test has not begun" if test.started_at.nil?

          refuse(:note, "Say what happened") if NEED_WORDS.include?(word) && note.to_s.strip.empty?
          now = Setup.station_of(test, station)
          ended!(station, now, word)
          counted!(test, now, word, count)
        end
        private_class_method :check!

        def ended!(station, now, word)
          if now.ended && ENDINGS.include?(word)
            raise Conflict, "#{station.name} #{now.ended[:word].tr('_', ' ')} already: take it up again first"
          end
          raise Conflict, "#{station.name} was not ended" if now.ended.nil? && word == TAKEN_UP
        end
        private_class_method :ended!

        # Where cycles are counted, an end is a count, and no lower than what was read.
        def counted!(test, now, word, count)
          return unless Core::LongTest::Kinds.fetch!(test.kind).along == :count && ENDINGS.include?(word)

          refuse(:count, "At how many cycles?") if count.nil? || !count.positive?
          read = now.readings.filter_map(&:count).max || 0
          refuse(:count, "#{read} cycles were read before: it cannot have ended at #{count}") if count < read
        end
        private_class_method :counted!

        def refuse(field, words) = raise(InvalidInput.new(words, fields: { field => words }))
        private_class_method :refuse
      end
    end
  end
end
