# frozen_string_literal: true

require_relative "../support/store_case"
require "pdf-reader"

# The paper of a long test: the sentence first, what it rests on, every reading, the hands; row by row.
class LongReportPaperTest < StoreCase
  HOUR = 3600

  def test_the_paper_of_a_creep_test_says_what_the_screen_said
    test = creep
    seen = Actions::LongTests::ShowTest.call(test.id)
    report = Actions::LongTests::Report.sign(test_id: test.id, sha256: seen[:sha256], person_id: person.id,
                                             words: "Goes on.")
    said = lines(report)

    assert_equal ["Report of a long test", "Bond at 43 °C", seen[:answer][:headline], "Goes on."],
                 said.reject(&:empty?)[2, 4]
    assert_includes said, "Travel allowed then 3 mm"
    assert_includes said.join(" "), seen[:answer][:stations][0][:lines][0][:text]
    assert_includes said.join(" "), "Travel against time under load"
    read_rows(said)
    assert(said.any? { |line| line.start_with?("Reported #{person.name}") })
    assert(said.any? { |line| line.start_with?("SHA-256 #{report.sha256[0, 20]}") })
    assert_equal("Report of a long test, Bond at 43 °C, LT-#{test.id}-1 sha256 #{report.sha256[0, 16]} signing key " \
                 "#{Actions::Signing::Keys.own.short} page 1 of 2",
                 said.find { |line| line.include?("page 1 of") })
  end

  def read_rows(said)
    row = said.index { |line| line.start_with?("When Hours Travel Note") }

    assert_match(/UTC 0\.10 0\.470 mm/, said[row + 1])
    assert_match(/UTC 30\.00 tightened again: 42 N·m/, said.find { |line| line.include?("tightened") })
    assert_operator(said.index { |l| l.include?("0.584 mm") }, :<, said.index { |l| l.include?("tightened") })
  end

  def test_a_complaint_is_closed_on_paper_by_what_was_ruled_out
    test = valves
    seen = Actions::LongTests::ShowTest.call(test.id)
    said = lines(Actions::LongTests::Report.sign(test_id: test.id, sha256: seen[:sha256], person_id: person.id))

    assert_includes said, "No difference of 5 % or more, at the setting tried"
    assert_match(/a difference of 5 % is ruled out/, said.join(" "))
    assert_includes said, "What is complained of opens too early"
    assert_includes said.join(" "), "New 1: new, 2 openings"
  end

  def test_a_paper_with_many_readings_says_how_many_it_leaves_out
    test = creep
    station = test.stations.first
    70.times { |i| read(station, test.started_at + ((101 + i) * HOUR), format("%.3f", 0.61 + (i * 0.0002))) }
    seen = Actions::LongTests::ShowTest.call(test.id)
    said = lines(Actions::LongTests::Report.sign(test_id: test.id, sha256: seen[:sha256], person_id: person.id))

    assert_includes said.join(" "), "15 more readings are in the record"
  end

  private

  def lines(report)
    bytes = Actions::LongTests::ReportPapers.read(report.id).last
    PDF::Reader.new(StringIO.new(bytes)).pages.flat_map { |page| page.text.lines.map { |line| line.squeeze(" ").strip } }
               .reject(&:empty?)
  end

  def begin_test(**values)
    Actions::LongTests::BeginTest.call(values: values, person_id: person.id, started_at: Time.now - (400 * HOUR))
  end

  def read(station, at, text)
    Actions::LongTests::KeepReading.call(station_id: station.id, person_id: person.id, at: at,
                                         values: { travel: { text: text, unit: "mm" } })
  end

  def creep
    made = begin_test(kind: "sustained", title: "Bond at 43 °C", stations: [{ name: "Station 1" }],
                      terms: { years: { text: "50", unit: "years" }, limit: { text: "3", unit: "mm" } })
    station = made.stations.first
    [[0.1, "0.470"], [1, "0.500"], [5, "0.528"], [24, "0.584"], [100, "0.640"]].each do |hours, text|
      read(station, made.started_at + (hours * HOUR), text)
    end
    Actions::LongTests::Mark.call(station_id: station.id, word: "tightened", note: "42 N·m", person_id: person.id,
                                  at: made.started_at + (30 * HOUR))
    made
  end

  def valves
    conditions = { "New 1" => "new", "New 2" => "new", "Used 1" => "used", "Used 2" => "used" }
    stations = conditions.map { |name, word| { name: name, terms: { condition: { text: word, unit: "" } } } }
    made = begin_test(kind: "valve", title: "Relief valves", stations: stations,
                      terms: { complaint: { text: "opens too early", unit: "" }, matters: { text: "5", unit: "%" } })
    made.stations.zip([%w[0.302 0.300], %w[0.299 0.301], %w[0.300 0.298], %w[0.302 0.301]]).each do |station, openings|
      openings.each_with_index { |text, i| opened(station, made.started_at + ((i + 1) * HOUR), text) }
    end
    made
  end

  def opened(station, at, text)
    values = { setting: { text: "0.30", unit: "bar" }, opening: { text: text, unit: "bar" } }
    Actions::LongTests::KeepReading.call(station_id: station.id, person_id: person.id, at: at, values: values)
  end
end
