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

    assert_equal ["lbf", 10, true], [shown["unit"], shown["procedures"].size, shown["bench"]["driven"]]
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
