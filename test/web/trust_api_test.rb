# frozen_string_literal: true

require_relative "../support/web_case"
require_relative "../support/repacked"

# Keys, what packages only say, and what came of looking at everything, over HTTP.
class TrustApiTest < WebCase
  include Repacked

  def bring(bytes)
    file = Rack::Test::UploadedFile.new(StringIO.new(bytes), "application/zip", true, original_filename: "one.zip")
    post "/api/packages", { file: file,
                            choices: JSON.generate({ sha256: OpenSSL::Digest::SHA256.hexdigest(bytes), take: [] }) }
    checked(:post, "/api/packages")
  end

  def test_what_a_package_says_is_shown_and_taken_over_in_ones_own_name
    done = bring(File.binread(PACKAGE))
    assert_equal ["unsigned", true], [done["vouched"]["how"], done["heard"].any?]
    lot = Models::Lot.first(uid: done["lots"].first && Models::Lot.order(:id).last.uid)
    said = call(:get, "/api/heard?lot_id=#{lot.id}")
    takes = said["rows"].select { |row| row["takes"] }
    assert_equal said["in_all"], call(:get, "/api/lots/#{lot.id}")["heard"]
    call(:post, "/api/heard/take-over", { ids: [takes.first["id"]], reason: " " }, expect: 422)
    rows = call(:post, "/api/heard/take-over", { ids: said["rows"].map do |row|
      row["id"]
    end, reason: "I know them" }, expect: 201)

    assert_equal(takes.map { |row| row["id"] }, rows["rows"].select { |row| row["taken"] }.map { |row| row["id"] })
    assert_equal said["in_all"] - takes.size, call(:get, "/api/heard?lot_id=#{lot.id}")["in_all"]
    as(add_person("viewer"))
    call(:post, "/api/heard/take-over", { ids: [1], reason: "x" }, expect: 403)
  end

  def test_keys_are_believed_by_administrators
    pem = OpenSSL::PKey.generate_key("ED25519").public_to_pem
    given = { public_key: pem, name: "Weir", trusted: true, reason: "by telephone" }
    call(:post, "/api/keys", given, expect: 403)
    call(:post, "/api/keys/replace", { reason: "x" }, expect: 403)
    as(add_person("administrator"))
    kept = call(:post, "/api/keys", given, expect: 201)["keys"].find { |key| key["name"] == "Weir" }

    assert_equal [true, false, "by telephone"], kept.values_at("believed", "own", "reason")
    call(:post, "/api/keys", { **given, reason: "" }, expect: 422)
    call(:post, "/api/keys", { **given, public_key: "no" }, expect: 422)
    taken_back = call(:post, "/api/keys", { **given, trusted: false, reason: "stolen" }, expect: 201)["keys"]
    refute(taken_back.find { |key| key["name"] == "Weir" }["believed"])
    assert_equal(1, call(:get, "/api/keys")["keys"].count { |key| key["signs"] })
  end

  def test_what_came_of_looking_at_everything
    lot_with_breaks(8.1, 8.2)
    assert_nil call(:get, "/api/verification")["last"]
    call(:post, "/api/verification", {}, expect: 403)
    as(reviewer)
    assert call(:post, "/api/verification", {}, expect: 202)["wanted"]
    Actions::DailyVerify.call
    seen = call(:get, "/api/verification")

    assert_equal [false, 0], [seen["wanted"], seen["last"]["broken"]]
    assert_includes seen["last"]["parts"].map { |part| part["kind"] }, "rows"
    assert_equal 0, call(:get, "/api/today")["verification"]["broken"]
  end
end
