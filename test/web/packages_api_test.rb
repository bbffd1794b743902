# frozen_string_literal: true

require_relative "../support/web_case"
require_relative "../support/repacked"
require "pdf-reader"

# Papers, packages and keys over HTTP; each answer is held against the OpenAPI file.
class PackagesApiTest < WebCase
  include Repacked

  def bytes_of(path, type)
    get path

    assert_equal [200, type], [last_response.status, last_response.media_type], last_response.body[0, 200]
    last_response.body
  end

  def sent(path, bytes, choices = nil, expect: 200)
    file = Rack::Test::UploadedFile.new(StringIO.new(bytes), "application/zip", true, original_filename: "one.zip")
    post path, { file: file, **(if choices
                                  { choices: choices.is_a?(String) ? choices : JSON.generate(choices) }
                                else
                                  {}
                                end) }

    assert_equal expect, last_response.status, last_response.body[0, 300]
    checked(:post, path)
  end

  def test_a_lot_leaves_as_a_package_and_nothing_of_it_is_new_here
    made = lot_with_breaks(8.1, 8.4, 7.9, 8.2)
    packed = bytes_of("/api/lots/#{made.id}/package", "application/zip")
    told = last_response.headers["content-length"]
    look = sent("/api/packages/look", packed)

    assert_equal packed.bytesize.to_s, told
    assert_equal [[], [], true], look.values_at("problems", "differences", "own")
    done = sent("/api/packages", packed, { sha256: look["sha256"], take: [] }, expect: 201)
    assert_equal(0, done["counts"].sum { |row| row["new"] })
    sent("/api/packages", packed, { sha256: "0" * 64, take: [] }, expect: 409)
    ["", "{", "[]", { sha256: 5, take: [] }, { sha256: "x", take: [1] }].each do |wrong|
      sent("/api/packages", packed, wrong, expect: 422)
    end
    bytes_of("/api/jobs/#{made.job_id}/package", "application/zip")
    call(:get, "/api/lots/999999/package", expect: 404)
  end

  def test_a_package_of_elsewhere_comes_in_and_a_changed_one_does_not
    packed = File.binread(PACKAGE)
    look = sent("/api/packages/look", packed)

    assert_equal [["Loop", "Loops"]], look["lots"].map(&:values)
    done = sent("/api/packages", packed, { sha256: look["sha256"], take: [] }, expect: 201)
    assert_operator done["counts"].sum { |row| row["new"] }, :>, 30
    found = call(:get, "/api/lots?q=Loop")["jobs"].first["lots"].first
    assert_equal "Loop", found["name"]
    harmed = File.binread(repacked({ "data/lots.csv" => ->(was) { was.sub("Loop", "Leap") } }, honest: false))
    assert_equal ["data/lots.csv is not what it was: its hash is another one"],
                 sent("/api/packages/look", harmed)["problems"]
    sent("/api/packages", harmed, { sha256: OpenSSL::Digest::SHA256.hexdigest(harmed), take: [] }, expect: 422)
    sent("/api/packages/look", "nothing", expect: 422)
  end

  def test_references_to_what_is_not_in_it_and_entries_that_were_changed_are_refused
    dangling = File.binread(repacked({ "data/pulls.csv" => ->(was) { moved(was, "feature_id", "777777") } }))
    assert_match(/refers by feature_id to row 777777/,
                 sent("/api/packages/look", dangling)["problems"].first)
    journal = File.binread(repacked({ "data/events.csv" => ->(was) { was.sub("judge_pull", "leave_pull") } }))
    assert_equal ["1 entries of its journal are not what was written"], sent("/api/packages/look", journal)["problems"]
    strange = File.binread(repacked({ "data/lots.csv" => ->(was) { was.sub("name,", "evil,") } }))
    assert_equal ["lots has a column evil that is not known here"], sent("/api/packages/look", strange)["problems"]
  end

  def moved(csv, column, value)
    rows = CSV.parse(csv, headers: true)
    rows.each { |row| row[column] = value }
    rows.to_s
  end

  def test_the_laboratory_is_kept_by_administrators_and_stands_on_papers
    call(:put, "/api/laboratory", { name: "Weir" }, expect: 403)
    as(add_person("administrator"))
    kept = call(:put, "/api/laboratory", { name: "Weir Laboratory", terms: "Whole.", language: "de" })

    assert_equal ["Weir Laboratory", "de"], kept.values_at("name", "language")
    call(:put, "/api/laboratory", { link: "ftp://x" }, expect: 422)
    call(:put, "/api/laboratory", { language: "xx" }, expect: 422)
    made = lot_with_breaks(8.1, 8.4, 7.9)
    words = PDF::Reader.new(StringIO.new(bytes_of("/api/lots/#{made.id}/break-report?language=fr", "application/pdf")))
    assert_includes words.pages.first.text, "Weir Laboratory"
    get "/api/lots/#{made.id}/break-report?language=xx"
    assert_equal 422, last_response.status
    assert_equal "/lots/#{made.id}/papers", call(:get, "/api/records/#{made.uid}")["path"]
    call(:get, "/api/records/#{'0' * 26}", expect: 404)
  end

  def test_a_statement_is_withdrawn_by_a_reviewer_who_saw_it
    signed = sign(lot_with_breaks(8.1, 8.4, 7.9, 8.2))
    path = "/api/statements/#{signed.id}/withdrawal"
    call(:post, path, { sha256: signed.sha256, reason: "no" }, expect: 403)
    as(reviewer)
    call(:post, path, { sha256: "0" * 64, reason: "no" }, expect: 409)
    row = call(:post, path, { sha256: signed.sha256, reason: "The cell was wrong" }, expect: 201)

    assert_equal ["The cell was wrong", reviewer.name], row["withdrawn"].values_at("reason", "person")
    get "/api/statements/#{signed.id}/tags"
    assert_equal 409, last_response.status
  end

  def test_a_key_that_reads_writes_nothing_and_one_that_is_over_opens_nothing
    reading = call(:post, "/api/tokens", { name: "wall", scope: "read", days: 30 }, expect: 201)
    header "Authorization", "Bearer #{reading['key']}"
    call(:get, "/api/lots")
    assert_match(/reads only/,
                 call(:post, "/api/jobs", { customer: "A", title: "B" }, expect: 403).dig("error", "message"))
    call(:post, "/api/tokens", { name: "more" }, expect: 403)
    Models::Token.where(id: reading["id"]).update(expires_at: Time.now - 1)
    call(:get, "/api/lots", expect: 401)
  end
end
