# frozen_string_literal: true

require_relative "../support/web_case"
require_relative "../support/bench_desk"

# Pulls on a bench over HTTP; each answer is held against the OpenAPI file.
class BenchApiTest < WebCase
  include BenchDesk

  def test_a_lot_at_its_bench_and_what_is_refused_while_nobody_records
    ENV["RECORDER_SOCKET"] = "/nonexistent/recorder.sock"
    id = lot_at_bench.id
    shown = call(:get, "/api/lots/#{id}/bench?unit=lbf")
    body = { procedure: "break", checklist: shown["checklist"].to_h { |point| [point["key"], true] } }

    assert_equal ["lbf", 16, true], [shown["unit"], shown["procedures"].size, shown["bench"]["driven"]]
    answer = call(:post, "/api/lots/#{id}/runs", body, expect: 409)
    assert_match(/recorder does not answer/, answer["error"]["message"])
    answer = call(:post, "/api/lots/#{id}/runs", body.merge(checklist: {}), expect: 422)
    assert_equal "was not looked at", answer["error"]["fields"]["checklist.guard"]
    call(:post, "/api/lots/#{id}/runs", body.merge(procedure: "wish"), expect: 404)
    call(:post, "/api/lots/#{lot(name: 'Nowhere').id}/runs", body, expect: 409)
    nobody_at_home
  ensure
    ENV.delete("RECORDER_SOCKET")
  end

  # A watcher without the power to write may look, and may not begin.
  def test_whoever_only_looks_cannot_begin
    id = lot_at_bench.id
    as(add_person("viewer"))
    call(:get, "/api/lots/#{id}/bench")
    call(:post, "/api/lots/#{id}/runs", { procedure: "break", checklist: {} }, expect: 403)
  end

  def proof_steps
    [{ does: "ramp", to: { of: "proof" }, rate: 5.0 }, { does: "hold", seconds: 5 },
     { does: "release", rate: 500.0 }]
  end

  def test_procedures_are_kept_as_revisions_and_tried_before
    as(add_person("administrator"))
    body = { name: "Ours", content: { kind: "proof", steps: proof_steps } }
    tried = call(:post, "/api/procedures/preview", body)
    kept = call(:post, "/api/procedures", body, expect: 201)["rows"].find { |row| row["own"] }
    again = call(:post, "/api/procedures", body.merge(key: kept["key"], revision: 1), expect: 201)

    assert_equal [true, nil, [207, 0]], [tried["proof"], tried["refused"], tried["profile"].last.map(&:round)]
    assert_equal([2], again["rows"].select { |row| row["own"] }.map { |row| row["revision"] })
    call(:post, "/api/procedures", body.merge(key: kept["key"], revision: 1), expect: 409)
    call(:post, "/api/procedures", { name: "", content: body[:content] }, expect: 422)
    assert_empty(call(:delete, "/api/procedures/#{kept['key']}")["rows"].select { |row| row["own"] })
    call(:delete, "/api/procedures/proof", expect: 404) # a shipped one is nobody's to retire
  end

  def test_what_follows_a_pull_is_told_over_http
    made = lot_at_bench
    run = Models::Run.create(lot_id: made.id, bench_id: @bench_row.id, procedure: '{"name":"Proof"}', checklist: "{}",
                             overruled: "[]", person_id: person.id, driver_id: person.id)
    pull = break_at(made, "3.1")
    told = call(:post, "/api/pulls/#{pull.id}/aftermath", { heat: "warm", stuck: true, freed: "by hand" }, expect: 201)
    gear = call(:post, "/api/lots/#{made.id}/loose-gear", { name: "Hook" }, expect: 201)

    assert_equal ["warm", "by hand"], told["told"].values_at("heat", "freed")
    assert_equal "has no certificate", gear["rows"][0]["lacks"]
    assert_equal "This pull still goes on", call(:get, "/api/runs/#{run.id}/certificate")["against"]
    call(:post, "/api/runs/#{run.id}/certificate", {}, expect: 409)
    call(:delete, "/api/loose-gear/#{gear['rows'][0]['id']}")
    passed_on(run)
  end

  def passed_on(run)
    call(:post, "/api/runs/#{run.id}/here")
    other = add_person("technician")
    given = call(:post, "/api/runs/#{run.id}/give", { to_id: other.id })
    as(other)
    taken = call(:post, "/api/runs/#{run.id}/take")

    assert_equal [other.id, other.id], [given["offered_to_id"], taken["driver_id"]]
    as(add_person("viewer"))
    call(:post, "/api/runs/#{run.id}/take", expect: 403)
    call(:post, "/api/quarantines/1/decisions", { inspector: "A", cause: "b", disposition: "released" }, expect: 403)
    call(:get, "/api/certificates/999999/paper", expect: 404)
  end

  private

  def nobody_at_home
    live = call(:get, "/api/benches/#{@bench_row.id}/live?unit=kN")

    assert_equal [false, "The recorder does not answer"], live.values_at("connected", "said")
    call(:get, "/api/benches/999999/live", expect: 404)
    call(:post, "/api/benches/#{@bench_row.id}/let-off", expect: 409)
    call(:post, "/api/runs/999999/commands", { command: "stop" }, expect: 404)
    call(:post, "/api/runs/1/commands", { command: "explode" }, expect: 422)
  end
end
