# frozen_string_literal: true

require_relative "../support/web_case"

# How pieces are made ready, over HTTP; each answer is held against the OpenAPI file.
class PrepareApiTest < WebCase
  def listed
    id = lot.id
    rows = call(:post, "/api/lots/#{id}/specimens", { count: 2, pattern: "HB-{n:2}" }, expect: 201)
    [id, rows.map { |row| row["id"] }]
  end

  WIDTH = { name: "width", role: "width", unit: "mm", nominal: "60", plus: "0.3", minus: "0.3" }.freeze

  def test_sizes_against_the_drawing
    id, (first,) = listed
    call(:put, "/api/lots/#{id}/drawing", { rows: [WIDTH] })
    size = { specimen_id: first, name: "width", texts: ["60.4"], unit: "mm" }
    page = call(:post, "/api/lots/#{id}/dimensions", size, expect: 201)
    found = page["pieces"][0]["sizes"][0]

    assert_equal [true, "60.4"], found.values_at("outside", "mean")
    call(:post, "/api/lots/#{id}/dimensions", size.merge(texts: ["wide"]), expect: 422)
    page = call(:delete, "/api/dimensions/#{found['readings'][0]['id']}")

    assert_empty(page["pieces"][0]["sizes"].flat_map { |one| one["readings"] })
  end

  STEP = { kind: "conditioning", name: "Soak tank", hours: 12, capacity: 8, source: "own" }.freeze

  def test_steps_for_several_pieces_begun_ended_and_taken_back
    id, ids = listed
    page = call(:post, "/api/lots/#{id}/preparations", { specimen_ids: ids, steps: [STEP] }, expect: 201)
    steps = page["pieces"].flat_map { |piece| piece["steps"] }.map { |step| step["id"] }

    assert_equal 2, steps.size
    page = call(:patch, "/api/lots/#{id}/preparations", { ids: steps, starts_at: "2026-01-01T08:00:00Z" })

    assert(page["pieces"].all? { |piece| piece["ready"] })
    call(:post, "/api/lots/#{id}/preparation-templates", { specimen_id: ids[0], name: "Wet joints", source: "own" },
         expect: 201)
    page = call(:post, "/api/lots/#{id}/preparations/withdrawal", { ids: [steps[0]], reason: "not in the tank" })

    assert_equal([0, 1], page["pieces"].map { |piece| piece["steps"].size })
    assert_includes(page["templates"].map { |t| t["name"] }, "Wet joints")
  end

  def test_a_code_opens_its_piece_from_anywhere
    id, = listed
    ["#{id}-2", "http://bench.example/piece/#{id}-2", "HB-02"].each do |code|
      found = call(:get, "/api/pieces?code=#{Rack::Utils.escape(code)}")

      assert_equal [id, 2], found.values_at("lot_id", "number")
    end
    call(:get, "/api/pieces?code=#{id}-9", expect: 404)
  end

  def test_a_file_is_hung_on_a_piece_given_back_and_taken_off
    _, (first,) = listed
    file = Rack::Test::UploadedFile.new(StringIO.new("torn at the pin"), "text/plain", original_filename: "seen.txt")
    post "/api/attachments", { file: file, target: JSON.generate(specimen_id: first) }

    assert_equal 201, last_response.status, last_response.body
    kept = checked(:post, "/api/attachments")
    get "/api/attachments/#{kept['attachment_id']}"

    assert_equal ["torn at the pin", "text/plain"], [last_response.body, last_response.media_type]
    assert_match(/attachment/, last_response.headers["Content-Disposition"])
    call(:delete, "/api/attachments/#{kept['id']}")
  end

  def hung(piece, words, key: "photo-0001")
    file = Rack::Test::UploadedFile.new(StringIO.new(words), "text/plain", original_filename: "seen.txt")
    header "Idempotency-Key", key
    post "/api/attachments", { file: file, target: JSON.generate(specimen_id: piece) }
    [last_response.status, JSON.parse(last_response.body)["id"]]
  ensure
    header "Idempotency-Key", nil
  end

  def test_a_file_that_is_sent_again_after_a_lost_answer_hangs_there_once
    id, (first, second) = listed
    once = hung(first, "torn at the pin")

    assert_equal [201, [once] * 2], [once.first, Array.new(2) { hung(first, "torn at the pin") }]
    assert_equal [409, nil], hung(second, "torn at the pin")
    assert_equal [409, nil], hung(first, "torn at the edge")
    assert_equal 201, hung(first, "torn at the pin", key: "photo-0002").first
    assert_equal([2, 0], [first, second].map { |piece| Actions::Prepare::Attach.of(specimen_id: piece).size })
    assert_predicate id, :positive?
  end
end
