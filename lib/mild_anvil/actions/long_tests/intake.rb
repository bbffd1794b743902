# frozen_string_literal: true

module MildAnvil
  module Actions
    module LongTests
      # Takes over what the loggers of running tests have read since it was last asked. The logger remembers by itself,
      # and every line has a number: whatever was stopped or killed in between, each is kept once.
      class Intake
        WORDS = Mark::WORDS
        KEY = /\A(\w+):(\d+)\z/
        UNITS = { load: ["N", 1.0, 1.0], travel: ["mm", 1000.0, 1.0e-7], temperature: ["°C", 1.0, 0.1] }.freeze
        READ = { load: :newtons, travel: :millimetres, temperature: :celsius }.freeze

        # @param var [String] folder of everything that is kept
        def initialize(var)
          @var = var
        end

        # @return [Integer] how many lines were kept
        def call
          Store::Models::LongTest.where(state: "running").exclude(address: "").order(:id).all.sum { |test| take(test) }
        end

        private

        # A logger that does not answer keeps what it has until it does.
        def take(test)
          where = Loggers.where(test.address, @var) or return 0
          Devices::Drivers::OvenLine.open(*where) do |line|
            line.start(test.uid)
            taken = 0
            loop do
              items = line.since(newest(test))
              break taken if items.empty?

              taken += keep(test, items)
            end
          end
        rescue SystemCallError, IOError, Timeout::Error
          0
        end

        def newest(test)
          stations = Store::Models::LongStation.where(test_id: test.id).select(:id)
          [Store::Models::LongReading, Store::Models::LongEvent].flat_map do |model|
            keyed = model.where(station_id: stations).exclude(source_key: nil)
            keyed.order(Sequel.desc(:id)).limit(50).select_map(:source_key)
          end.filter_map { |key| key[KEY, 2]&.to_i }.max || 0
        end

        # Those of one answer together: all of them, or none.
        def keep(test, items)
          Store::Database.write do
            kept = Store::Models::LongTest.locked!(test.id)
            return 0 unless kept.running?

            stations = kept.stations_dataset.order(:position).all
            items.each { |item| item.is_a?(Devices::Drivers::OvenLine::Sample) ? sample(kept, stations, item) : event(kept, stations, item) }
            Store::Events.record(:log_readings, kept, person_id: kept.person_id, lot_id: kept.lot_id,
                                                      after: { from: items.first.number, to: items.last.number,
                                                               count: items.size })
            items.size
          end
        end

        def sample(test, stations, item)
          station = stations[item.station - 1] or return
          insert(:long_readings, test, station, item, read: JSON.generate(read(test, item)), source: "logged")
        end

        # What happened to the oven happened to all in it.
        def event(test, stations, item)
          word = WORDS.include?(item.word) ? item.word : "note"
          stations.each { |station| insert(:long_events, test, station, item, word: word, note: item.note[0, 400]) }
        end

        def insert(table, test, station, item, **columns)
          Sequel::Model.db[table].insert_ignore.insert(uid: ULID.generate, station_id: station.id, hours: item.hours,
                                                       at: test.started_at + (item.hours * 3600), created_at: Time.now,
                                                       source_key: "#{test.uid}:#{item.number}", **columns)
        end

        # Of what this kind of test reads.
        def read(test, item)
          keys = Core::LongTest::Kinds.fetch!(test.kind).channels.map(&:key)
          READ.slice(*keys).filter_map do |key, name|
            value = item[name] or next
            unit, per_si, step = UNITS.fetch(key)
            [key, { text: format("%g", value), unit: unit, si: value / per_si, step: step }]
          end.to_h
        end
      end
    end
  end
end
