# frozen_string_literal: true

require_relative "../support/web_case"
require "pdf/reader"

# Plans, registers, specimens, orders, acceptance and papers over HTTP, each answer held against the OpenAPI file.
class PlanningApiTest < WebCase
  KN = ->(text) { { text: text, unit: "kN" } }

  # Posts a row of the register and gives it back.
  def registered(table, values)
    call(:post, "/api/#{table}", values, expect: 201)[table].find { |row| row["name"] == values[:name] }
  end

  def planned
    bench = registered("benches", { name: "B-1", kind: "frame", pull: KN["50"], guard: KN["22"] })
    registered("instruments", { name: "C-1", capacity: KN["50"], verified_low: KN["1"], verified_high: KN["36"],
                                bench_id: bench["id"] })
    jaw = registered("gear", { name: "Jaw", kind: "jaw", strength: KN["18.5"], scatter_percent: 8 })
    { pulls: 8, bench_id: bench["id"], expected: { mean: KN["14.5"], scatter_percent: 8 }, required: KN["9"],
      train: [{ name: "Joint", specimen: true }, { name: "Jaw", gear_id: jaw["id"] }],
      energy: { stretch: { text: "24", unit: "mm" } }, day: { check_minutes: 25, date: "2031-03-04" } }
  end

  def test_from_request_to_plan_sheet
    id = lot.id
    content = planned
    tried = call(:post, "/api/lots/#{id}/plan/preview", { content: content, unit: "lbf" })

    assert_match(/To clear 2030 lbf: 7 pulls/, tried["sections"]["how_many"]["sentence"])
    kept = call(:post, "/api/lots/#{id}/plan", { content: content, revision: 0 }, expect: 201)

    assert_equal [1, "ok", "98 %"],
                 [kept["revision"], kept["sections"]["train"]["state"],
                  kept["sections"]["train"]["links"][0]["chance_text"]]
    assert_equal(["Jaw", "Guard contains", "C-1 verified", "B-1"], call(:get, "/api/lots/#{id}")["limits"].map do |l|
      l["name"]
    end)
    call(:post, "/api/lots/#{id}/plan", { content: content, revision: 0 }, expect: 409)
    papers(id)
  end

  def papers(id)
    sheet = paper("/api/lots/#{id}/plan-papers/plan-sheet.pdf?unit=lbf", "application/pdf")

    assert_match(/To clear 2030 lbf/, sheet)
    assert_match(/Jaw\s+4150 lbf|4150 lbf/, sheet)
    assert_match(/Pieces 8\n/, paper("/api/lots/#{id}/plan-papers/what-to-send.pdf", "application/pdf"))
    get "/api/lots/#{id}/plan-papers/labels.pdf"
    assert_equal 422, last_response.status
    days(id)
  end

  def days(id)
    table = paper("/api/lots/#{id}/plan-papers/day.csv", "text/csv").lines.map(&:strip)

    assert_equal "day,from,to,where,what,label", table.first
    assert_equal "2031-03-04,07:00,07:25,bench 1,check,check", table[1]
    calendar = paper("/api/lots/#{id}/plan-papers/day.ics", "text/calendar")

    assert_equal 9, calendar.scan("BEGIN:VEVENT").size
    assert_match(/DTSTART:20310304T070000/, calendar)
    get "/api/lots/#{id}/plan-papers/labels.ics"
    assert_equal 404, last_response.status
  end

  def paper(path, type)
    get path
    assert_equal [200, type], [last_response.status, last_response.media_type], last_response.body[0, 200]
    return last_response.body unless type == "application/pdf"

    PDF::Reader.new(StringIO.new(last_response.body)).pages.map(&:text).join("\n").squeeze(" ")
  end

  def test_specimens_orders_and_labels
    id = lot.id
    call(:post, "/api/lots/#{id}/specimens", { count: 3, pattern: "HB-{n:2}" }, expect: 201)
    table = upload("/api/specimen-tables", "label,side\nX-1,top\n", name: "list.csv", expect: 200)
    list = call(:post, "/api/lots/#{id}/specimens/import", { rows: table["rows"] }, expect: 201)
    call(:patch, "/api/lots/#{id}/specimens", { ids: [list[0]["id"]], state: "prepared" })
    call(:post, "/api/lots/#{id}/specimens/remove", { ids: [list[3]["id"]] })
    order = call(:post, "/api/lots/#{id}/order", { blocks: 1, seed: 3 }, expect: 201)
    call(:post, "/api/lots/#{id}/order/move",
         { specimen_id: order["rows"][2]["specimen_id"], position: 1, reason: "wet" })

    assert_nil call(:get, "/api/lots/#{lot(name: 'Other').id}/order")
    labels = paper("/api/lots/#{id}/plan-papers/labels.pdf", "application/pdf")

    assert_match(/HB-01.*HB-02.*HB-03/m, labels)
    assert_match(/\Anumber,label,state/, paper("/api/lots/#{id}/plan-papers/specimens.csv", "text/csv"))
    guess(list[1]["id"], id)
  end

  def guess(specimen, id)
    call(:post, "/api/specimens/#{specimen}/guess", KN["9"], expect: 201)
    call(:get, "/api/lots/#{id}/guesses")
    as(reviewer)

    assert_equal 1, call(:get, "/api/lots/#{id}/guesses")["sealed"]
  end

  def test_acceptance_over_http
    id = lot.id
    piece = call(:post, "/api/lots/#{id}/specimens", { count: 1 }, expect: 201).first
    assert_equal(4, call(:get, "/api/acceptance-templates").count { |row| !row["own"] })
    worked = call(:post, "/api/acceptance-templates/work-out", { key: "loose-gear", dimensions: { P: KN["40"] } })
    plan = call(:post, "/api/lots/#{id}/acceptance", { **worked, dimensions: { P: KN["40"] }, revision: 0 },
                expect: 201)
    key = plan["rows"].find { |row| row["name"] == "proof load" }["key"]
    done = call(:post, "/api/lots/#{id}/test-results", { test_key: key, typed: KN["41"], specimen_id: piece["id"] },
                expect: 201)
    result = done["rows"].find { |row| row["key"] == key }["results"][0]

    assert result["passed"]
    call(:post, "/api/test-results/#{result['id']}/withdraw", { reason: "other piece" })
    call(:post, "/api/specimens/#{piece['id']}/verdicts", { how: "visual", accepted: false }, expect: 201)
    call(:post, "/api/lots/#{id}/acceptance/template", { name: "Ours", source: "House" }, expect: 201)
    assert_equal(1, call(:get, "/api/today")["missing_tests"].count { |row| row["lot_id"] == id })
  end

  def test_a_study_over_http
    made = lot
    study = call(:post, "/api/jobs/#{job.id}/studies",
                 { name: "S", factors: [{ name: "A", levels: [{ name: "x" }, { name: "y" }] }] }, expect: 201)
    call(:put, "/api/lots/#{made.id}/levels", { level_ids: [study["factors"][0]["levels"][0]["id"]] })
    cells = call(:post, "/api/studies/#{study['id']}/cells", { cells: [["y"]], like: made.id, planned: 2 }, expect: 201)

    assert_equal(2, cells["cells"].count { |cell| cell["lot_id"] })
    call(:get, "/api/studies/#{study['id']}/cells")
  end

  def test_the_register_over_http
    row = call(:post, "/api/gear", { name: "Pin", kind: "pin" }, expect: 201)["gear"].find { |g| g["name"] == "Pin" }
    call(:patch, "/api/gear/#{row['id']}", { version: 1, strength: KN["5"] })
    call(:patch, "/api/gear/#{row['id']}", { version: 1, note: "late" }, expect: 409)
    call(:delete, "/api/register/gear/#{row['id']}")
    call(:post, "/api/near-misses", { what: "a pin", distance: { text: "1.5", unit: "m" } }, expect: 201)
    call(:post, "/api/benches", { name: "B", kind: "spaceship" }, expect: 422)
    call(:get, "/api/register")
  end

  BAD_PLANS = [{ pulls: 0 }, { pulls: 2.5 }, { train: "x" }, { train: [{ name: "" }] }, { train: [{ name: "a",
                                                                                                    legs: 3 }] },
               { day: { opens: "25:00" } }, { day: { date: "soon" } }, { expected: { scatter_percent: 0 } },
               { unknown: 1 },
               { redirect: { degrees: 181 } }, { tackle: { stages: [{ parts: 0 }] } }].freeze

  def test_plans_of_an_impossible_shape_are_refused
    id = lot.id
    BAD_PLANS.each { |content| call(:post, "/api/lots/#{id}/plan/preview", { content: content }, expect: 422) }
    call(:post, "/api/lots/#{id}/plan/preview", { content: {}, unit: "furlong" }, expect: 422)
    upload("/api/specimen-tables", "", expect: 422)
  end
end
