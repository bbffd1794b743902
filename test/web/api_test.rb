# frozen_string_literal: true

require_relative "../support/web_case"

class ApiTest < WebCase
  def test_the_whole_path_over_http
    job = call(:post, "/api/jobs", { customer: "Brindle Works", title: "Loops" }, expect: 201)
    page = call(:post, "/api/jobs/#{job['id']}/lots", { name: "Loop", item_type: "sewn_loop" }, expect: 201)
    id = page["lot"]["id"]
    preview = upload("/api/lots/#{id}/previews", log_text, expect: 200)
    assert preview["ready"]
    pull = save_draft(id, preview["draft_id"], expect: 201)
    assert_match(/hand the file in again/, save_draft(id, preview["draft_id"], expect: 404)["error"]["message"])
    [880, 930, 905].each { |peak| upload("/api/lots/#{id}/curves", log_text(peak_newtons: peak), name: "log#{peak}.csv") }
    call(:get, "/api/lots/#{id}")["pulls"].each { |p| call(:post, "/api/pulls/#{p['id']}/judgements", { counts_as: "break", failed_part: "specimen" }, expect: 201) }
    rating = call(:get, "/api/lots/#{id}/rating?factor=5&coverage=0.9")
    assert_equal 0.9, rating["coverage"]
    assert_equal rating["working_load_limit"]["text"], rating["stops"].find { |s| s["factor"] == 5 }["text"]
    signed = call(:post, "/api/lots/#{id}/ratings?factor=5", expect: 201)
    get "/api/ratings/#{signed['id']}.pdf"
    assert_equal "application/pdf", last_response.content_type
    window = call(:get, "/api/curves/#{pull['curve_id']}/window?points=100&from_seconds=1&to_seconds=2")
    assert_operator window["seconds"].size, :>, 50
    assert_equal "done", call(:get, "/api/lots?q=Loop")["jobs"][0]["lots"][0]["summary"]["next_step"]
  end

  def test_reading_calls_answer_as_described
    made = lot_with_breaks(8.1, 8.4, 7.9, claim_newtons: 7000.0, claim_measure: "strength", requirement_newtons: 900.0)
    %W[/api/health /api/session /api/today /api/search?q=Loop /api/lots /api/lots/#{made.id} /api/lots/#{made.id}/rating /api/pulls/#{made.pulls.first.id}].each { |path| call(:get, path) }
  end

  def test_scatter_is_borrowed_over_http
    earlier = lot_with_breaks(8.1, 8.4, 7.9)
    small = lot_with_breaks(8.2)
    offered = call(:get, "/api/lots/#{small.id}/lenders")
    row = offered.find { |lender| lender["id"] == earlier.id }

    assert_equal [3, nil, false], row.values_at("breaks", "because", "chosen")
    assert(call(:put, "/api/lots/#{small.id}/lenders", { lot_ids: [earlier.id] }).find { |lender| lender["id"] == earlier.id }["chosen"])
    assert_match(/no lot 99999999/, call(:put, "/api/lots/#{small.id}/lenders", { lot_ids: [99_999_999] }, expect: 422)["error"]["message"])
    borrowed = call(:get, "/api/lots/#{small.id}/rating")["schools"].find { |school| school["key"] == "borrowed_scatter" }

    assert_nil borrowed["refusal"]
  end

  def test_all_wrong_fields_are_told_at_once
    error = call(:post, "/api/jobs/#{job.id}/lots", { item_type: "sofa", design_factor: 0.2, claim_newtons: -4.0 }, expect: 422)["error"]

    assert_equal %w[claim_newtons design_factor item_type name], error["fields"].keys.sort
  end

  def test_bad_input_has_a_plain_answer
    made = lot
    assert_match(/no lot 99999999/, call(:get, "/api/lots/99999999", expect: 404)["error"]["message"])
    assert_match(/no force/, call(:post, "/api/lots/#{made.id}/pulls", { text: "abc", unit: "kN" }, expect: 422)["error"]["message"].sub("not a force", "no force"))
    call(:get, "/api/lots/#{made.id}/rating?factor=many", expect: 422)
    call(:get, "/api/lots/#{made.id}/rating?school=best", expect: 422)
    upload("/api/lots/#{made.id}/curves", "", expect: 422)
    torn = upload("/api/lots/#{made.id}/curves", "Time [s],Force [N]\n0,1\n1,2\n0,3\n2,4\n", name: "torn.csv", expect: 422)
    assert_equal ["torn.csv", 4], torn["error"].values_at("file", "line")
    post "/api/lots/#{made.id}/pulls", "{", "CONTENT_TYPE" => "application/json"
    assert_equal 422, last_response.status
    get "/api/nothing"
    assert_equal 404, last_response.status
    assert_equal 0, made.pulls_dataset.count
  end

  def test_a_question_is_asked_over_http_and_answered
    made = lot
    bytes = log_text.sub("Force [N]", "Ch1 [N]").sub("Travel [mm]", "Ch2 [N]")
    preview = upload("/api/lots/#{made.id}/previews", bytes, expect: 200)

    assert_equal "force_column", preview["questions"][0]["kind"]
    upload("/api/lots/#{made.id}/curves", bytes, expect: 422)
    upload("/api/lots/#{made.id}/curves", bytes, choices: { columns: [{ index: 1, main: true }] })
  end

  def test_undo_and_conflicts_over_http
    pull = peak(lot, "8.1")
    call(:post, "/api/pulls/#{pull.id}/undo", expect: 409)
    judge(pull, "break")

    assert_nil call(:post, "/api/pulls/#{pull.id}/undo")["judgement"]
    made = lot
    call(:patch, "/api/lots/#{made.id}", { material: "Webbing", claim_newtons: 7200, factor_low: 4, version: 1 })
    call(:patch, "/api/lots/#{made.id}", { material: "Rope", version: 1 }, expect: 409)
  end

  def test_writes_from_another_site_are_refused
    header "Origin", "http://elsewhere.example"
    post "/api/jobs", JSON.generate(customer: "A", title: "B"), "CONTENT_TYPE" => "application/json"

    assert_equal 403, last_response.status
    header "Host", "evil.example"
    get "/api/session"
    refute_equal 200, last_response.status
  end

  def test_the_original_file_is_handed_out_as_it_came
    pull = import(lot, log_text, name: "first pull.csv")
    get "/api/files/#{pull.curve.source_file_id}"

    assert_equal log_text, last_response.body
    assert_includes last_response["content-disposition"], "first pull.csv"
  end

  def test_the_description_is_served_and_names_every_route
    served = JSON.parse(get("/api/openapi.json").body)
    routes = MildAnvil::Web::Application.routes.flat_map { |verb, list| verb == "HEAD" ? [] : list.map { |pattern, *| [verb.downcase, pattern.to_s.gsub(/:(\w+)/, '{\1}')] } }
    described = served["paths"].flat_map { |path, verbs| verbs.keys.map { |verb| [verb, path] } }

    assert_empty routes.select { |_, path| path.start_with?("/api/") && !path.match?(/openapi|\*/) } - described
    assert_empty described - routes
  end
end

# Findings overruled, readings typed and readers kept, over HTTP.
class FindingsApiTest < WebCase
  def test_a_finding_is_overruled_and_taken_back
    pull = upload("/api/lots/#{lot.id}/curves", log_text)
    shown = call(:post, "/api/pulls/#{pull['id']}/findings", { kind: "peak", place: 0, force_newtons: 870, reason: "display" }, expect: 201)

    assert_in_delta 870.0, shown["peak_newtons"]
    call(:post, "/api/pulls/#{pull['id']}/findings/undo", { kind: "peak", place: 0 })
    call(:post, "/api/pulls/#{pull['id']}/findings/undo", { kind: "peak", place: 0 }, expect: 409)
    call(:post, "/api/pulls/#{pull['id']}/findings", { kind: "peak" }, expect: 422)
  end

  def test_readings_and_readers
    body = { unit: "kN", readings: [{ force: "0" }, { force: "4" }, { force: "8" }], broke_before: "10" }
    assert_equal "between", call(:post, "/api/lots/#{lot.id}/readings", body, expect: 201)["judgement"]["counts_as"]
    call(:post, "/api/lots/#{lot.id}/readings", body.merge(unit: "V"), expect: 422)
    reader = call(:post, "/api/readers", { name: "Bench 2", signature: "a" * 40, choices: { delimiter: ";" } }, expect: 201)

    assert_includes call(:get, "/api/readers").map { |r| r["name"] }, "Bench 2"
    assert_empty(call(:delete, "/api/readers/#{reader['id']}").select { |r| r["name"] == "Bench 2" })
    call(:post, "/api/readers", { name: "x", signature: "no", choices: {} }, expect: 422)
  end
end
