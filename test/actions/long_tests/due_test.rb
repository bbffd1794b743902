# frozen_string_literal: true

require_relative "../../support/store_case"

# What a long test waits for, what stands on Today, what comes due in a calendar, and what a logger brings.
class LongTestDueTest < StoreCase
  HOUR = 3600
  LongTests = Actions::LongTests

  def test_the_next_reading_is_due_and_then_overdue
    made = begin_test(hours_ago: 1.2, schedule: [{ every: 1, until: 10 }])

    assert_equal [1.0, false], due(made).values_at(:place, :late)
    late = begin_test(hours_ago: 1.5, schedule: [{ every: 1, until: 10 }])

    assert_equal [1.0, true, "after 1 h"], due(late).values_at(:place, :late, :words)
    read(late, 1.02)

    assert_equal [2.0, false], due(late).values_at(:place, :late)
    assert_in_delta late.started_at + (2 * HOUR), due(late)[:at], 1
  end

  def test_the_station_that_waits_longest_is_named_and_an_ended_one_is_not
    made = begin_test(hours_ago: 5, schedule: [{ every: 1, until: 10 }], stations: [{ name: "A" }, { name: "B" }])
    read(made, 3.0, station: 0)

    assert_equal "B", due(made)[:station]
    LongTests::Mark.call(station_id: made.stations[1].id, word: "failed", person_id: person.id)

    assert_equal "A", due(made)[:station]
  end

  def test_a_logger_that_says_nothing_is_told_and_the_step_of_the_programme_too
    made = begin_test(hours_ago: 5, address: "127.0.0.1:9",
                      programme: [{ at: 2, words: "past" }, { at: 100, words: "oven off" }])
    found = due(made)

    assert_equal made.started_at, found[:silent_since]
    assert_equal "oven off", found[:step][:words]
    assert_nil found[:place]
  end

  def test_today_says_what_is_wrong_or_due_and_not_what_is_as_it_should_be
    calm = begin_test(hours_ago: 0.2, schedule: [])
    due = begin_test(hours_ago: 5, schedule: [{ every: 1, until: 10 }])
    found = Actions::Today.call[:long_tests].map { |row| row[:id] }

    assert_includes found, due.id
    refute_includes found, calm.id
    LongTests::BeginTest.ended(id: due.id, words: "enough", person_id: person.id)

    refute_includes Actions::Today.call[:long_tests].map { |row| row[:id] }, due.id
  end

  def test_readings_of_long_tests_come_into_the_calendar
    made = begin_test(hours_ago: 1, schedule: [{ every: 24, until: 96 }])
    entries = Actions::Upkeep::Calendar.entries.select { |e| e[:summary] == "Read: #{made.title}" }

    assert_equal 4, entries.size
    assert_in_delta made.started_at + (24 * HOUR), entries.first[:at], 1
    assert_equal(entries.map { |e| e[:uid] }.uniq, entries.map { |e| e[:uid] })
  end

  def test_what_a_logger_sends_twice_is_kept_once_and_a_senseless_line_leaves_the_others
    made = begin_test(hours_ago: 1, address: "127.0.0.1:9", stations: [{ name: "A" }, { name: "B" }])
    text = "1 D 1 0.5000 8000 0.4712 43.0\n2 D 2 0.5000 - 0.5122 43.1\nnonsense\n3 E 0.6000 interrupted no power\n.\n"
    2.times { take(made, text) }

    assert_equal([1, 1], made.stations.map { |s| s.readings_dataset.count })
    second = JSON.parse(made.stations[1].readings.first.read)

    assert_equal({ "travel" => "mm", "temperature" => "°C" }, second.transform_values { |v| v["unit"] })
    assert_equal(%w[interrupted interrupted], made.stations.flat_map { |s| s.events.map(&:word) })
    assert_in_delta 0.0004712, JSON.parse(made.stations[0].readings.first.read)["travel"]["si"]
  end

  private

  def begin_test(hours_ago:, stations: [{ name: "One" }], **values)
    @count = @count.to_i + 1
    LongTests::BeginTest.call(values: { kind: "sustained", title: "Bond #{@count}", stations: stations, **values },
                              person_id: person.id, started_at: Time.now - (hours_ago * HOUR))
  end

  def due(test) = LongTests::ShowTest.list.find { |row| row[:id] == test.id }[:due]

  def read(test, hours, station: 0)
    LongTests::KeepReading.call(station_id: test.stations[station].id, person_id: person.id,
                                at: test.started_at + (hours * HOUR), values: { travel: { text: "0.5", unit: "mm" } })
  end

  # A logger that says what it is told to.
  def take(test, text)
    server = TCPServer.new("127.0.0.1", 0)
    test.update(address: "127.0.0.1:#{server.addr[1]}")
    speaking = Thread.new { answer(server.accept, text) }
    LongTests::Intake.new(Dir.tmpdir).call
    speaking.join
    server.close
    test.refresh
  end

  def answer(socket, text)
    said = [text]
    while (line = socket.gets)
      socket.write(line.start_with?("START") ? "OK\n" : said.shift || ".\n")
    end
    socket.close
  end
end
