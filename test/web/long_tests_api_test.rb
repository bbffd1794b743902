# frozen_string_literal: true

require_relative "../support/web_case"

# Long tests over HTTP: agreed, read at the rig, marked, ended, reported; every answer against the description.
class LongTestsApiTest < WebCase
  HOUR = 3600

  def test_every_kind_begins_with_its_defaults_and_says_something
    call(:get, "/api/long-tests")["kinds"].each do |kind|
      made = begin_test(kind: kind["key"], stations: [{ name: "one" }])

      assert_equal "running", made["state"]
      refute_empty made.dig("answer", "headline")
      assert_equal(kind["terms"].count { |t| t["default"] }, made["terms"].size)
    end
    assert_operator call(:get, "/api/long-tests")["tests"].size, :>=, 9
  end

  def test_a_creep_test_from_its_readings_to_its_horizon
    made = begin_test(terms: { limit: typed("2", "mm"), years: typed("50", "years") })
    station = made["stations"].first["id"]
    [0.1, 0.5, 1, 5, 24, 96, 168, 400].each do |h|
      read(station, format("%.4f", 0.4 + (0.08 * (h**0.2))), at: started + (h * HOUR))
    end
    shown = call(:get, "/api/long-tests/#{made['id']}")

    assert_match(/after 17 days; slowing/, shown.dig("answer", "headline"))
    assert_match(/In 50 years it will have come to 1\.47/, sentence(shown, "horizon"))
    assert_equal "ok", shown.dig("answer", "stations", 0, "tone") unless sentence(shown, "gaps")
    assert_equal 49, shown.dig("chart", "series", 0, "curve").size
  end

  def test_what_contradicts_the_readings_around_it_is_refused_in_words
    made = begin_test
    station = made["stations"].first["id"]
    read(station, "0.5", at: started + HOUR)

    assert_match(/nothing there|is needed/, refused(station, {}))
    assert_match(/no number/, refused(station, { travel: typed("NaN", "mm") }))
    assert_match(/read in mm/, refused(station, { travel: typed("3", "kN") }))
    assert_match(/before the test began/,
                 refused(station, { travel: typed("0.6", "mm") }, at: (started - HOUR).iso8601))
    assert_match(/ahead of this clock/, refused(station, { travel: typed("0.6", "mm") }, at: (Time.now + HOUR).iso8601))
    assert_match(/that moment already/,
                 refused(station, { travel: typed("0.6", "mm") }, at: (started + HOUR).iso8601(3)))
  end

  # A width of nothing, a kelvin for a degree, a pressure among forces, more than there is.
  def test_values_that_nothing_can_be_worked_out_from_are_refused_when_they_are_typed
    strip = begin_test(kind: "peel")["stations"].first["id"]
    cell = begin_test(kind: "retention", units: { held: "N" })
    held = lambda { |**given|
      refused(cell["stations"].first["id"], { held: typed("390", "N"), pressure: typed("1012", "hPa"), **given })
    }

    assert_match(/width cannot be nothing/i, refused(strip, { force: typed("100", "N"), width: typed("0", "mm") }))
    assert_match(/degrees Celsius/, held.call(temperature: typed("290", "°C")))
    assert_match(/absolute pressure/, held.call(pressure: typed("2.1", "hPa")))
    assert_match(/read in kN, N, lbf, kgf\z/, held.call(held: typed("390", "bar")))
    assert_match(/more than there is/, refused(strip, { force: typed("100", "N"), width: typed("999999999999", "mm") }))
    read_held(cell)

    assert_match(/stays a force/,
                 fault(:patch, "/api/long-tests/#{cell['id']}", { version: cell["version"], units: { held: "bar" } }))
    assert_match(/cannot be nothing/, fault(:post, "/api/long-tests", { kind: "sustained", title: "x",
                                                                        stations: [{ name: "a" }],
                                                                        terms: { years: typed("0", "years") } }))
  end

  def read_held(cell)
    call(:post, "/api/stations/#{cell['stations'].first['id']}/readings", { values: { held: typed("390", "N") } },
         expect: 201)
  end

  # The known log of a thousand hours: 347 rows, 2.402 mm at the start, 3.324 mm at the end.
  def test_a_loggers_file_becomes_readings_once
    log = File.binread(File.expand_path("../fixtures/curves/o10_creep_1000h.csv", __dir__))
    made = begin_test(started_at: (Time.now - (1001 * HOUR)).iso8601(3))
    station = made["stations"].first["id"]
    shown = upload("/api/stations/#{station}/log", log, name: "creep.csv")

    assert_equal 347, shown.dig("stations", 0, "read_count")
    assert_match(/\A3\.3\d\d mm after 42 days/, shown.dig("answer", "stations", 0, "headline"))
    assert_equal "kgf", shown.dig("stations", 0, "readings", 0, "read", "load", "unit")
    upload("/api/stations/#{station}/log", log, name: "again.csv", expect: 409)
    assert_equal 1, Models::Attachment.where(name: "creep.csv").count
    late = begin_test(started_at: (Time.now - HOUR).iso8601(3))["stations"].first["id"]
    upload("/api/stations/#{late}/log", log, name: "creep.csv", expect: 422)

    assert_match(/goes on to 42 days, and the test began 60 min ago|began 1 h ago/,
                 JSON.parse(last_response.body).dig("error", "message"))
    upload("/api/stations/#{late}/log", "Time [s],Force [N]\n0,1\n1,2\n2,3\n", name: "no travel.csv", expect: 422)
  end

  def test_counts_do_not_fall_and_an_end_is_a_count
    made = begin_test(kind: "crack_cycling")
    station = made["stations"].first["id"]
    read(station, "0.4", count: 20)

    assert_match(/count fell: 20/, refused(station, { travel: typed("0.6", "mm") }, count: 19))
    assert_match(/count of cycles is needed/, refused(station, { travel: typed("0.6", "mm") }))
    assert_match(/At how many/, fault(:post, "/api/stations/#{station}/events", { word: "failed" }))
    assert_match(/cannot have ended/, fault(:post, "/api/stations/#{station}/events", { word: "failed", count: 5 }))

    shown = call(:post, "/api/stations/#{station}/events", { word: "failed", count: 25, note: "pulled out" },
                 expect: 201)

    assert_match(/failed/, shown.dig("answer", "stations", 0, "headline"))
    assert_match(/take it up again/,
                 fault(:post, "/api/stations/#{station}/readings", { values: { travel: typed("1", "mm") }, count: 30 },
                       status: 409))
    call(:post, "/api/stations/#{station}/events", { word: "taken_up", note: "it had only slipped" }, expect: 201)
    read(station, "1.1", count: 30)
  end

  def test_a_typing_error_is_withdrawn_and_stays_in_the_store
    made = begin_test
    station = made["stations"].first["id"]
    shown = read(station, "50", at: started + HOUR)
    id = shown.dig("stations", 0, "readings", 0, "id")
    after = call(:post, "/api/long-readings/#{id}/withdrawal", { reason: "a digit too many" }, expect: 201)

    assert_equal 0, after.dig("stations", 0, "read_count")
    assert_equal 1, Models::LongReading.where(id: id).count
    fault(:post, "/api/long-readings/#{id}/withdrawal", { reason: "again" }, status: 409)
  end

  def test_a_report_is_signed_over_what_was_seen_and_reviewed_by_somebody_else
    made = begin_test
    station = made["stations"].first["id"]
    seen = read(station, "0.5", at: started + HOUR)
    read(station, "0.6", at: started + (2 * HOUR))

    assert_match(/something else by now/,
                 fault(:post, "/api/long-tests/#{made['id']}/reports", { sha256: seen["sha256"] }, status: 409))
    now = call(:get, "/api/long-tests/#{made['id']}")
    report = call(:post, "/api/long-tests/#{made['id']}/reports", { sha256: now["sha256"], words: "First look." },
                  expect: 201)
    as(reviewer)
    reviewed = call(:post, "/api/long-reports/#{report['id']}/review", { sha256: report["sha256"] }, expect: 201)

    assert reviewed["reviewed"]
    assert_equal 2, Models::LongReportPaper.where(report_id: report["id"]).count
    get "/api/long-reports/#{report['id']}/paper"

    assert last_response.body.start_with?("%PDF")
  end

  def test_one_hand_cannot_be_both
    both = add_person("technician", "reviewer")
    as(both)
    made = begin_test
    read(made["stations"].first["id"], "0.5", at: started + HOUR)
    now = call(:get, "/api/long-tests/#{made['id']}")
    report = call(:post, "/api/long-tests/#{made['id']}/reports", { sha256: now["sha256"] }, expect: 201)

    assert_match(/Somebody else/,
                 fault(:post, "/api/long-reports/#{report['id']}/review", { sha256: report["sha256"] }, status: 403))
  end

  def test_a_change_needs_the_version_that_was_seen
    made = begin_test
    call(:patch, "/api/long-tests/#{made['id']}", { version: made["version"], title: "Bond at 43 °C" })

    fault(:patch, "/api/long-tests/#{made['id']}", { version: made["version"], title: "Other" }, status: 409)
    assert_match(/step above 0/, fault(:patch, "/api/long-tests/#{made['id']}",
                                       { version: made["version"] + 1, schedule: [{ every: 0, until: 10 }] }))
    assert_match(/more than 5000/, fault(:patch, "/api/long-tests/#{made['id']}",
                                         { version: made["version"] + 1, schedule: [{ every: 0.001,
                                                                                      until: 100_000 }] }))
  end

  # By hand: means 8.0 and 10.0 kN of three each: 80 % is left.
  def test_what_is_left_is_a_ratio_with_its_interval
    after = lot_with_breaks(7.9, 8.0, 8.1, name: "Cycled")
    fresh = lot_with_breaks(9.9, 10.0, 10.1, name: "Fresh")
    made = begin_test(kind: "crack_cycling", lot_id: after.id, reference_lot_id: fresh.id)
    left = made.dig("answer", "lines").find { |l| l["key"] == "residual" }

    assert_match(/\AWhat is left: 80 % of “Fresh” \(7\d to 8\d % with 95 %\), by 3 of “Cycled” against 3/, left["text"])
    empty = call(:patch, "/api/long-tests/#{made['id']}",
                 { version: made["version"], lot_id: lot(name: "Not pulled").id })

    assert_match(/cannot be told/, empty.dig("answer", "lines").last["text"])
    assert_match(/no reference for itself/, fault(:patch, "/api/long-tests/#{made['id']}",
                                                  { version: empty["version"], lot_id: fresh.id,
                                                    reference_lot_id: fresh.id }))
  end

  def test_a_test_and_a_product_are_found_by_their_words
    made = begin_test(title: "Bond in 50 % lime brick")
    cord = Actions::Watching::Products.add(values: { name: "Kite cord 1.3", display_unit: "N" }, person_id: person.id)

    assert_equal([made["id"]], call(:get, "/api/search?q=lime+bond")["tests"].map { |row| row["id"] })
    assert_equal([cord.id], call(:get, "/api/search?q=cord")["products"].map { |row| row["id"] })
    assert_empty call(:get, "/api/search?q=100%25")["tests"]
  end

  def test_readings_leave_as_a_table
    made = begin_test
    read(made["stations"].first["id"], "0.50", at: started + HOUR, note: "=1+1")
    get "/api/long-tests/#{made['id']}/readings.csv"

    assert_includes last_response.body, "0.50,mm"
    assert_includes last_response.body, "'=1+1"
  end

  private

  def started = @started ||= Time.now - (30 * 24 * HOUR)

  def typed(text, unit) = { text: text, unit: unit }

  def begin_test(kind: "sustained", stations: [{ name: "station 1" }], **rest)
    call(:post, "/api/long-tests",
         { kind: kind, title: "A #{kind} test", stations: stations, started_at: started.iso8601(3), **rest },
         expect: 201)
  end

  def read(station, text, at: nil, **rest)
    body = { values: { travel: typed(text, "mm") }, at: at&.iso8601(3), **rest }.compact
    call(:post, "/api/stations/#{station}/readings", body, expect: 201)
  end

  def fault(verb, path, body, status: 422)
    call(verb, path, body, expect: status).dig("error", "message")
  end

  def refused(station, values, **rest) = fault(:post, "/api/stations/#{station}/readings", { values: values, **rest })

  def sentence(shown, key) = shown.dig("answer", "stations", 0, "lines").find { |l| l["key"] == key }&.fetch("text")
end
