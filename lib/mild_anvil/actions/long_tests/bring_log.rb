# frozen_string_literal: true

module MildAnvil
  module Actions
    module LongTests
      # A logger's file of a station that nobody stood beside: its rows become readings. The file itself is kept; the
      # same rows are never kept twice.
      class BringLog
        MOST_ROWS = 4000 # the others are in the file
        MAX_BYTES = 12_000_000
        ROLES = { travel: %w[displacement], load: %w[force], held: %w[force pressure],
                  temperature: %w[temperature] }.freeze
        AHEAD_HOURS = 5 / 60.0

        # @param bytes [String]
        # @param clock_changed [Boolean, nil] whether an hour that its clock jumps by was none
        # @return [Store::Models::LongTest]
        # @raise [InvalidInput] for what is no log of this kind of test
        # @raise [Conflict] when its rows are kept already
        def self.call(station_id:, name:, bytes:, person_id:, clock_changed: nil)
          new(station_id, name, bytes, person_id, clock_changed).call
        end

        def initialize(station_id, name, bytes, person_id, clock_changed)
          @choices = Devices::Delimited::FileReader::Choices.new(clock_changed: clock_changed)
          @person = People.fetch!(person_id)
          @station = Store::Models::LongStation.fetch!(station_id)
          @name = name
          @bytes = bytes
          refuse("The file has more than #{MAX_BYTES / 1_000_000} MB: log it more slowly") if bytes.bytesize > MAX_BYTES
        end

        def call
          rows = rows()
          Store::Database.write do
            test = Store::Models::LongTest.locked!(@station.test_id)
            fits!(test, rows)
            kept = insert(test, rows)
            raise Conflict, "These rows are kept already: nothing was added" if kept.zero?

            told(test, keep_file, rows, kept)
            test
          end
        end

        private

        def kind = @kind ||= Core::LongTest::Kinds.fetch!(@station.test.kind)

        def recording
          @recording ||= begin
            source = Devices::Delimited::Source.of(@bytes)
            reading = Stoppable.here do
              Devices::Delimited::FileReader.read(source, name: @name, units: Catalogue.units, choices: @choices)
            end
            ask(reading.questions) unless reading.ready?
            reading.recording
          end
        end

        # @return [Hash{Symbol => Core::Curve::Channel}] of what this kind reads, and what the file has
        def channels
          @channels ||= kind.channels.filter_map do |channel|
            roles = ROLES.fetch(channel.key, []) & [*quantity(channel)]
            found = recording.channels.find { |c| roles.include?(c.role) }
            found && [channel.key, found]
          end.to_h
        end

        # A channel that may be a force or a pressure is what the test says it is.
        def quantity(channel)
          Catalogue.unit!(Setup.shown(kind, @station.test).fetch(channel.key)).quantity
        end

        # @return [Array<Array>] row number, hours, {key => SI}
        def rows
          refuse("A log by the hour belongs to a test that goes by hours") unless kind.along == :hours
          needed = kind.channels.select(&:needed).reject { |c| channels.key?(c.key) }
          refuse("The file has no column of #{needed.first.name.downcase}") if needed.any?

          found = (0...recording.size).filter_map { |i| row(i) }
          first, rest = found.partition { |_, hours, _| hours <= 0 }
          first.last(1) + Core::Endurance::Spread.over_log(rest, MOST_ROWS) { |_, hours, _| hours }
        end

        def row(index)
          values = channels.transform_values { |channel| channel.samples[index] }.select { |_, v| v.finite? }
          hours = recording.time_axis[index] / 3600.0
          [index, hours, values] if hours.finite? && hours >= 0 && kind.channels.select(&:needed).all? do |c|
            values.key?(c.key)
          end
        end

        def fits!(test, rows)
          raise Conflict, "The test has not begun: say when the load came on first" if test.started_at.nil?

          refuse("The file has no row with a time and a value") if rows.empty?
          now = test.hours_at(test.ended_at || Time.now)
          return if rows.last[1] <= now + AHEAD_HOURS

          say = Core::LongTest::Say
          refuse("The file goes on to #{say.duration(rows.last[1])}, and the test began #{say.duration(now)} " \
                 "ago: it began " \
                 "earlier, or this is another one's log")
        end

        def insert(test, rows)
          steps = channels.transform_values { |channel| step(channel) }
          sha256 = OpenSSL::Digest::SHA256.hexdigest(@bytes)
          lines = rows.map do |number, hours, values|
            { uid: ULID.generate, station_id: @station.id, at: test.started_at + (hours * 3600), hours: hours,
              read: JSON.generate(read(values, steps)), source: "logged", source_key: "file-#{sha256[0, 24]}:#{number}",
              person_id: @person.id, created_at: Time.now }
          end
          before = @station.readings_dataset.count
          lines.each_slice(500) { |some| Sequel::Model.db[:long_readings].insert_ignore.multi_insert(some) }
          @station.readings_dataset.count - before
        end

        def read(values, steps)
          values.to_h do |key, si|
            unit = channels[key].unit
            [key, { text: format("%.6g", unit.from_si(si)), unit: unit.symbol, si: si, step: steps[key] }.compact]
          end
        end

        # The step in which the file is written.
        def step(channel)
          finite = channel.samples.select(&:finite?)
          Core::Curve::Resolution.of(Core::Curve::Channel.new(name: channel.name, role: channel.role, samples: finite))
        end

        def keep_file
          Store::Models::Attachment.create(name: @name, media_type: "text/plain", byte_count: @bytes.bytesize,
                                           sha256: OpenSSL::Digest::SHA256.hexdigest(@bytes),
                                           content: Sequel.blob(@bytes), person_id: @person.id)
        end

        def told(test, file, rows, kept)
          Store::Events.record(:bring_long_log, file, person_id: @person.id, lot_id: test.lot_id,
                                                      after: { name: @name, sha256: file.sha256, station: @station.name,
                                                               rows: recording.size, taken: rows.size, kept: kept })
        end

        # Whether its clock was changed can be answered here; the rest in the file.
        def ask(questions)
          words = questions.map { |question| question[:text] }.join(" ")
          refuse(words) unless questions.all? { |question| question[:kind] == "clock" }
          raise InvalidInput.new(words, fields: { clock_changed: words })
        end

        def refuse(words) = raise(InvalidInput.new(words, fields: { file: words }))
      end
    end
  end
end
