# frozen_string_literal: true

require_relative "../support/web_case"

class ApiTest < WebCase
  def test_the_whole_path_over_http
    job = call(:post, "/api/jobs", { customer: "Brindle Works", title: "Loops" }, expect: 201)
    id = call(:post, "/api/jobs/#{job['id']}/lots", { name: "Loop", item_type: "sewn_loop" }, expect: 201)["lot"]["id"]
    pull = bring_in(id)
    [880, 930, 905].each do |peak|
      upload("/api/lots/#{id}/recordings", log_text(peak_newtons: peak), name: "log#{peak}.csv")
    end
    judged = { counts_as: "break", failed_part: "specimen" }
    call(:get, "/api/lots/#{id}")["pulls"].each do |p|
      call(:post, "/api/pulls/#{p['id']}/judgements", judged, expect: 201)
    end
    rating = rated(id, "?factor=5&coverage=0.9")

    assert_equal 0.9, rating["statement"]["coverage"]
    assert_equal rating["statement"]["working_load_limit"]["text"], rating["stops"].find { |s|
      s["factor"] == 5
    }["limit"]["text"]
    sign_and_print(id, rating)
    window = call(:get, "/api/recordings/#{pull['recording_id']}/window?points=100&from_seconds=1&to_seconds=2")
    assert_operator window["seconds"].size, :>, 50
    assert_equal "review", call(:get, "/api/lots?q=Loop")["jobs"][0]["lots"][0]["summary"]["next_step"]
  end

  def bring_in(id)
    preview = upload("/api/lots/#{id}/previews", log_text, expect: 200)
    assert preview["ready"]
    pull = save_draft(id, preview["draft_id"], expect: 201)
    assert_match(/hand the file in again/, save_draft(id, preview["draft_id"], expect: 404)["error"]["message"])
    pull
  end

  def sign_and_print(id, rating)
    signed = call(:post, "/api/lots/#{id}/statements", { sha256: rating["sha256"] }, expect: 201)
    get "/api/statements/#{signed['id']}.pdf"
    assert_equal "application/pdf", last_response.content_type
    assert_equal "%PDF", last_response.body[0, 4]
    assert call(:get, "/api/statements/#{signed['id']}/recheck")["intact"]
    as(reviewer)
    call(:post, "/api/statements/#{signed['id']}/reviews", { sha256: "0" * 64 }, expect: 409)
    as(person)
  end

  def test_reading_calls_answer_as_described
    made = lot_with_breaks(8.1, 8.4, 7.9, claims: [claim("7")],
                                          requirements: [{ text: "0.9", unit: "kN", measure: "working_load" }])
    break_at(made, "6", specimen_number: 1, feature_name: "end B")
    Actions::RecordLoad.call(lot_id: made.id, specimen_number: 2, source: "transport", text: "1", unit: "kN",
                             person_id: person.id)
    Actions::SaveStudy.call(job_id: job.id, name: "S", factors: AskFactors::ONE, person_id: person.id)
    nil while Actions::Worker.run_once
    sign(lot_with_breaks(8.1, 8.4, 7.9))
    id = made.id
    ["/api/health", "/api/session", "/api/catalogue", "/api/people", "/api/tokens", "/api/today", "/api/search?q=Loop",
     "/api/lots",
     "/api/lots/#{id}", "/api/lots/#{id}/rating", "/api/lots/#{id}/lenders", "/api/lots/#{id}/events",
     "/api/import-profiles",
     "/api/pulls/#{made.pulls.first.id}", "/api/lots/#{Models::Statement.order(:id).last.lot_id}"].each do |path|
      call(:get, path)
    end
    as(reviewer)
    ["/api/events", "/api/events/check"].each { |path| call(:get, path) }
  end

  module AskFactors
    ONE = [{ name: "Tucks", levels: [{ name: "3" }, { name: "5" }] }].freeze
  end

  def test_scatter_is_borrowed_over_http
    earlier = lot_with_breaks(8.1, 8.4, 7.9)
    small = lot_with_breaks(8.2)
    find = ->(list) { list.find { |lender| lender["id"] == earlier.id } }

    assert_equal [3, nil, false],
                 find.call(call(:get, "/api/lots/#{small.id}/lenders")).values_at("breaks", "reason", "chosen")
    assert find.call(call(:put, "/api/lots/#{small.id}/lenders", { lot_ids: [earlier.id] }))["chosen"]
    refused = call(:put, "/api/lots/#{small.id}/lenders", { lot_ids: [99_999_999] }, expect: 422)
    assert_match(/no lot 99999999/, refused["error"]["message"])
    schools = call(:get, "/api/lots/#{small.id}/rating")["statement"]["schools"]

    assert_nil schools.find { |school| school["key"] == "borrowed_scatter" }["refusal"]
  end

  def test_all_wrong_fields_are_told_at_once_in_words
    body = { item_type: "", terms: { design_factor: 0.2, school: "best" },
             claims: [{ text: "4", unit: "kN", measure: "weight", kind: "minimum" }],
             specimens_planned: 1.5, color: "red" }
    fields = call(:post, "/api/jobs/#{job.id}/lots", body, expect: 422)["error"]["fields"]

    assert_equal({ "name" => "is missing", "item_type" => "must not be empty", "color" => "is not known here",
                   "specimens_planned" => "must be a whole number", "terms.design_factor" => "must be at least 1",
                   "claims.0.measure" => "must be one of strength, working_load, share" },
                 fields.except("terms.school"))
    assert_match(/must be one of lowest/, fields["terms.school"])
  end

  def test_bad_input_has_a_plain_answer
    made = lot
    assert_match(/no lot 99999999/, call(:get, "/api/lots/99999999", expect: 404)["error"]["message"])
    assert_match(/not a reading/,
                 call(:post, "/api/lots/#{made.id}/pulls", { text: "abc", unit: "kN" },
                      expect: 422)["error"]["message"])
    ["factor=many", "factor=0.2", "school=best", "coverage=nan", "preloaded=maybe"].each do |query|
      call(:get, "/api/lots/#{made.id}/rating?#{query}", expect: 422)
    end
    upload("/api/lots/#{made.id}/recordings", "", expect: 422)
    torn = upload("/api/lots/#{made.id}/recordings", "Time [s],Force [N]\n0,1\n1,2\n0,3\n2,4\n", name: "torn.csv",
                                                                                                 expect: 422)
    assert_equal ["torn.csv", 4], torn["error"].values_at("file", "line")
    post "/api/lots/#{made.id}/pulls", "{", "CONTENT_TYPE" => "application/json"
    assert_equal 400, last_response.status
    get "/api/nothing"
    assert_equal 404, last_response.status
    assert_equal 0, made.pulls_dataset.count
  end

  # The value that counts is what was measured: a request that brings its own is refused, not believed.
  def test_a_judgement_brings_no_value_of_its_own
    pull = peak(lot, "8.1")
    %w[force_newtons value_si upper_si].each do |field|
      wrong = call(:post, "/api/pulls/#{pull.id}/judgements", { counts_as: "at_least", field => 80_000 },
                   expect: 422)["error"]["fields"]

      assert_equal({ field => "is not known here" }, wrong)
    end
    wrong = call(:post, "/api/pulls/#{pull.id}/judgements", { counts_as: "banana" }, expect: 422)["error"]["fields"]
    assert_match(/must be one of break/, wrong["counts_as"])
  end

  def test_a_key_in_the_header_makes_it_once
    made = lot
    header "Idempotency-Key", "press-of-enter-1"
    ids = Array.new(2) { call(:post, "/api/lots/#{made.id}/pulls", { text: "8.1", unit: "kN" }, expect: 201)["id"] }

    assert_equal 1, ids.uniq.size
    call(:post, "/api/lots/#{made.id}/pulls", { text: "8.2", unit: "kN" }, expect: 409)
    header "Idempotency-Key", "short"
    call(:post, "/api/lots/#{made.id}/pulls", { text: "8.2", unit: "kN" }, expect: 422)
  end

  def test_a_question_is_asked_over_http_and_answered
    made = lot
    bytes = log_text.sub("Force [N]", "Ch1 [N]").sub("Travel [mm]", "Ch2 [N]")
    preview = upload("/api/lots/#{made.id}/previews", bytes, expect: 200)

    assert_equal "force_column", preview["questions"][0]["kind"]
    upload("/api/lots/#{made.id}/recordings", bytes, expect: 422)
    upload("/api/lots/#{made.id}/recordings", bytes, choices: { columns: [{ index: 1, main: true }] })
  end

  def test_a_name_of_any_script_is_kept
    name = "Zugversuch Öse β 引張.csv"
    pull = upload("/api/lots/#{lot.id}/recordings", log_text, name: name)

    assert_equal name, pull["recording"]["file"]["name"]
    assert_equal([pull["id"]], call(:get, "/api/search?q=#{Rack::Utils.escape('引張.csv')}")["files"].map do |f|
      f["pull_id"]
    end)
  end

  def test_undo_corrections_and_conflicts_over_http
    pull = peak(lot, "8.1")
    call(:post, "/api/pulls/#{pull.id}/undo", expect: 409)
    judge(pull, "break", failed_part: "specimen")

    assert_nil call(:post, "/api/pulls/#{pull.id}/undo")["judgement"]
    corrected = call(:post, "/api/pulls/#{pull.id}/measurements", { text: "8.3", unit: "kN", reason: "misread" },
                     expect: 201)
    assert_equal(%w[8.1 8.3], corrected["measurements"].map { |m| m["text"] })
    call(:patch, "/api/pulls/#{pull.id}", { pulled_at: "2026-11-20T10:00:00Z", reason: "late", version: 1 })
    call(:patch, "/api/pulls/#{pull.id}", { note: "wet", reason: "seen late", version: 1 }, expect: 409)
    call(:patch, "/api/pulls/#{pull.id}", { pulled_at: "yesterday", reason: "late", version: 2 }, expect: 422)
    version = call(:get, "/api/lots/#{pull.lot_id}")["lot"]["version"]
    call(:patch, "/api/lots/#{pull.lot_id}", { material: "Webbing", version: version })
    call(:patch, "/api/lots/#{pull.lot_id}", { material: "Rope", version: version }, expect: 409)
  end

  def test_findings_are_overruled_and_taken_back
    pull = upload("/api/lots/#{lot.id}/recordings", log_text)
    typed = { text: "0.87", unit: "kN" }
    shown = call(:post, "/api/pulls/#{pull['id']}/findings",
                 { kind: "peak", ordinal: 0, typed: typed, reason: "display" }, expect: 201)

    assert_in_delta 870.0, shown["measurement"]["value_si"]
    call(:post, "/api/pulls/#{pull['id']}/findings/undo", { kind: "peak", ordinal: 0 })
    call(:post, "/api/pulls/#{pull['id']}/findings/undo", { kind: "peak", ordinal: 0 }, expect: 409)
    call(:post, "/api/pulls/#{pull['id']}/findings", { kind: "peak" }, expect: 422)
  end

  def test_readings_and_import_profiles
    body = { unit: "kN", readings: [{ force: "0" }, { force: "4" }, { force: "8" }], broke_before: "10" }
    assert_equal "between", call(:post, "/api/lots/#{lot.id}/readings", body, expect: 201)["judgement"]["counts_as"]
    call(:post, "/api/lots/#{lot.id}/readings", body.merge(unit: "V"), expect: 422)
    given = { name: "Bench 2", signature: "a" * 40, choices: { delimiter: ";" } }
    profile = call(:post, "/api/import-profiles", given, expect: 201)

    assert_includes call(:get, "/api/import-profiles").map { |r| r["name"] }, "Bench 2"
    assert_empty(call(:delete, "/api/import-profiles/#{profile['id']}").select { |r| r["name"] == "Bench 2" })
    call(:post, "/api/import-profiles", given.merge(signature: "no"), expect: 422)
  end

  def test_the_library_over_http
    factor = { use: "Kites", low: 4, usual: 5, high: 6, source: "own breaks" }
    own = call(:post, "/api/design-factors", factor, expect: 201)["design_factors"].find { |f| f["own"] }
    call(:post, "/api/library/design_factors/#{own['id']}/check", expect: 403)
    as(reviewer)
    checked = call(:post, "/api/library/design_factors/#{own['id']}/check")["design_factors"].find { |f| f["own"] }

    assert_equal [false, reviewer.name], checked.values_at("check", "checked_by")
    call(:delete, "/api/library/secrets/#{own['id']}", expect: 404)
    call(:delete, "/api/library/design_factors/#{own['id']}")
    rule = { name: "Own", source: "rule 4", steps: [{ above: 0, up_to: nil, times: 2, plus: 0 }] }
    call(:post, "/api/proof-rules", rule, expect: 201)
  end

  def test_the_original_file_is_handed_out_as_it_came
    pull = import(lot, log_text, name: "first pull.csv")
    get "/api/files/#{pull.recording.source_file_id}"

    assert_equal log_text, last_response.body
    assert_includes last_response["content-disposition"], "first pull.csv"
  end

  def test_the_description_is_served_and_names_every_route
    served = JSON.parse(get("/api/openapi.json").body)
    routes = MildAnvil::Web::Application.routes.flat_map do |verb, list|
      verb == "HEAD" ? [] : list.map { |pattern, *| [verb.downcase, pattern.to_s.gsub(/:(\w+)/, '{\1}')] }
    end
    described = served["paths"].flat_map { |path, verbs| verbs.keys.map { |verb| [verb, path] } }

    assert_empty routes.select { |_, path| path.start_with?("/api/") && !path.match?(/openapi|\*/) } - described
    assert_empty described - routes
  end
end
