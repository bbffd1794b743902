# frozen_string_literal: true

require_relative "../support/web_case"
require_relative "../support/chain_helpers"
require "pdf/reader"

# The measuring chain over HTTP: instruments, checks, what a lot's readings are worth. Each answer is held against the
# OpenAPI file.
class ChainApiTest < WebCase
  include ChainHelpers

  # As the browser sends it.
  def body(**given)
    check_of(**given).merge(checked_at: Time.now.utc.floor.iso8601)
  end

  def test_from_masses_to_a_signed_check_and_its_paper
    id = cell.id
    check = body
    seen = call(:post, "/api/instruments/#{id}/check-preview?unit=lbf", check)

    assert_match(/It may be used from 900 lbf|It may be used from 8\d\d lbf/, seen["use"])
    kept = call(:post, "/api/instruments/#{id}/checks", { check: check, sha256: seen["sha256"] }, expect: 201)

    assert_equal ["good", true], [kept["state"], kept["last"]["passed"]]
    assert_match(/It may be used from 4.00 kN/, record(kept["checks"][0]["id"]))
    call(:post, "/api/instruments/#{id}/checks", { check: check, sha256: "b" * 64 }, expect: 409)
  end

  def record(id)
    get "/api/checks/#{id}/record"
    assert_equal [200, "application/pdf"], [last_response.status, last_response.media_type]

    PDF::Reader.new(StringIO.new(last_response.body)).pages.map(&:text).join("\n").squeeze(" ")
  end

  def test_a_check_that_states_nothing_is_refused_by_its_field
    id = cell.id
    answer = call(:post, "/api/instruments/#{id}/check-preview", body.merge(series: []), expect: 422)

    assert_equal({ "series" => "are missing" }, answer["error"]["fields"])
    call(:post, "/api/instruments/#{id}/check-preview", body.merge(gravity: { value: 3.7 }), expect: 422)
    call(:post, "/api/instruments/999999/check-preview", body, expect: 404)
  end

  def test_a_recording_of_settled_steps_gives_its_steps
    id = cell.id
    rows = [0, 4000, 8000, 4000, 0].each_with_index.flat_map do |force, k|
      Array.new(200) { |i| format("%.2f,%.1f", (k * 20) + (i * 0.1), force + ((i % 3) - 1)) }
    end
    steps = upload("/api/instruments/#{id}/check-file", ["Time [s],Force [N]", *rows, ""].join("\n"))

    assert_equal 3, steps["steps"].size
    loads = [4, 8, 4].map { |kn| typed(kn) }
    seen = call(:post, "/api/instruments/#{id}/check-preview",
                body.except(:series).merge(attachment_id: steps["attachment_id"], loads: loads))

    assert_equal(%w[zero up up down end], seen["points"].map { |point| point["direction"] })
    assert_includes seen["sentences"], "Zero came back."
    assert_includes seen["sentences"], "Coming back it reads 0.00 kN at 4.00 kN."
  end

  # Of the night in which clocks are changed; whether the hour passed makes no mass heavier.
  def test_a_check_over_a_changed_clock_has_its_steps
    began = Time.utc(2031, 3, 30, 1, 59, 20)
    rows = [0, 4000, 8000, 4000, 0].each_with_index.flat_map do |force, k|
      Array.new(100) do |i|
        at = began + (k * 20) + (i * 0.2)
        "#{(at.hour < 2 ? at : at + 3600).strftime('%Y-%m-%d %H:%M:%S.%1N')},#{force + ((i % 3) - 1)}"
      end
    end
    steps = upload("/api/instruments/#{cell.id}/check-file", ["Time,Force [N]", *rows, ""].join("\n"))

    assert_equal 3, steps["steps"].size
    assert_in_delta 20.0, steps["steps"].last["from"] - steps["steps"][1]["from"], 2.0
  end

  def test_two_in_line_certificates_and_overloads
    id = cell.id
    other = cell.id
    cross = { second_id: other, readings: [{ first: typed(10), second: typed(10.2) }] }
    page = call(:post, "/api/instruments/#{id}/cross-checks", cross, expect: 201)

    assert_equal "cross", page["checks"][0]["kind"]
    page = call(:post, "/api/instruments/#{id}/certificates",
                { number: "K-1", issued_on: "2026-01-10", expires_on: "2030-01-10", expanded_percent: 0.2 },
                expect: 201)

    assert page["certificates"][0]["in_force"]
    page = call(:post, "/api/instruments/#{id}/overloads", { value: typed(60), at: "2026-01-11T08:00:00Z" },
                expect: 201)

    assert_equal 1, page["overloads"].size
    taken_back(id, page)
  end

  def taken_back(id, page)
    gone = { reason: "of another cell" }
    page["checks"].each { |row| call(:post, "/api/checks/#{row['id']}/withdrawal", gone) }
    call(:post, "/api/certificates/#{page['certificates'][0]['id']}/withdrawal", gone)
    call(:post, "/api/overloads/#{page['overloads'][0]['id']}/withdrawal", gone)
    page = call(:get, "/api/instruments/#{id}?force=10000&unit=N")

    assert_equal ["of another cell", 10_000], [page["checks"][0]["withdrawn"], page["reading"]["force_si"]]
  end

  def test_the_stand_in_shows_what_hangs_on_it
    id = cell.id
    call(:post, "/api/instruments/#{id}/stand-in", { applied: { text: "500+500", unit: "kg" } })
    shown = call(:get, "/api/instruments/#{id}/stand-in?unit=N")

    assert_in_delta 9807, shown["now"]["value_si"], 3000 # it swings
  end

  def test_the_chain_of_a_lot_and_a_pull_read_by_another_cell
    made = cell
    id = lot_on(made).id
    keep_check(made, at: Time.now.floor - DAY)
    other = cell
    zeros = { zero_before: typed("-0.01"), zero_after: typed("0.02") }
    call(:post, "/api/lots/#{id}/pulls", { text: "9.81", unit: "kN", **zeros }, expect: 201)
    pull = call(:post, "/api/lots/#{id}/pulls", { text: "9.92", unit: "kN", instrument_id: other.id }, expect: 201)
    chain = call(:get, "/api/lots/#{id}/chain")

    assert_equal([[made.name, "good", "0.03"], [other.name, "never", nil]], chain["readings"].map do |row|
      [row["instrument"], row["state"], row.dig("drift", "text")]
    end)
    assert_equal other.name, pull["read_by"]["instrument"]
    worth_of(chain["readings"])
  end

  # With its own zero: half of what it drifted stands as a part; what is not known is named.
  def worth_of(readings)
    good, unknown = readings.map { |row| call(:get, "/api/pulls/#{row['pull_id']}/worth?unit=N") }
    drift = good["parts"].find { |part| part["key"] == "zero_drift" }

    assert_equal ["9810 N", 9810], ["#{good['force']['text']} N", good["force_si"]]
    assert_in_delta 30 / 2 / Math.sqrt(3), drift["standard"]["value_si"], 0.5
    assert_includes unknown["unknown"], "check with masses"
    call(:get, "/api/pulls/999999/worth", expect: 404)
    nothing = call(:post, "/api/lots/#{lot.id}/pulls", { text: "9.81", unit: "kN" }, expect: 201)
    call(:get, "/api/pulls/#{nothing['id']}/worth", expect: 404)
  end
end
