# frozen_string_literal: true

require_relative "../support/web_case"

# Products broken every morning, what must be examined, and the calendar of it; every answer against the description.
class WatchingApiTest < WebCase
  DAY = 86_400

  def test_a_morning_below_the_limit_is_held_asked_in_order_and_released
    id = product["id"]
    call(:post, "/api/watch/#{id}/changes", { words: "draw die 3 changed", at: at(3) }, expect: 201)
    call(:post, "/api/watch/#{id}/breaks", { value: newtons("560"), batch: "spool 11", at: at(2) }, expect: 201)
    low = call(:post, "/api/watch/#{id}/breaks", { value: newtons("528"), batch: "spool 12" }, expect: 201)
    found = low["suspicion"]

    assert_equal %w[below true], [low["state"], low["open"].to_s]
    assert_match(/528 N is below its limit/, low["sentence"])
    assert_equal "spool 12", found.dig("holds", 0, "batches")
    assert_match(/draw die 3 changed on/, found.dig("steps", 0, "ask"))
    assert_match(/Break two more of spool 12 and one of spool 11/, found.dig("steps", 2, "ask"))
    settle(found)
  end

  def test_a_product_that_is_not_due_today_is_not_asked_for
    days = ((1..7).to_a - [Time.now.to_date.cwday]).join
    made = call(:post, "/api/watch", { name: "Sash cord", display_unit: "N", weekdays: days }, expect: 201)

    refute made["due"]
    assert_equal 0, call(:get, "/api/watch").dig("counts", "today")
    call(:patch, "/api/watch/#{made['id']}", { version: 1, weekdays: "1234567" })

    assert_equal({ "products" => 1, "today" => 1, "done" => 0, "below" => 0 }, call(:get, "/api/watch")["counts"])
    fault(:patch, "/api/watch/#{made['id']}", { version: 1, weekdays: "12" }, 409)
  end

  def test_a_break_in_another_unit_is_the_same_break
    id = product["id"]
    shown = call(:post, "/api/watch/#{id}/breaks", { value: { text: "0.584", unit: "kN" } }, expect: 201)

    assert_in_delta 584.0, shown["points"].last["value_si"]
    fault(:post, "/api/watch/#{id}/breaks", { value: { text: "584", unit: "bar" } }, 422)
    fault(:post, "/api/watch/#{id}/breaks", { value: newtons("584"), at: (Time.now + DAY).iso8601 }, 422)
  end

  def test_many_batches_in_a_row_below_the_limit_are_held_by_their_ends
    id = product["id"]
    low = ->(i) { { value: newtons("500"), batch: "spool of the long night shift, reel #{i}" } }
    12.times { |i| call(:post, "/api/watch/#{id}/breaks", low.call(i), expect: 201) }
    shown = call(:get, "/api/watch/#{id}")

    assert_match(/reel 0 to spool .* reel 11, 12 batches/, shown.dig("suspicion", "holds", 0, "batches"))
  end

  def test_a_typing_error_no_longer_counts
    id = product["id"]
    wrong = call(:post, "/api/watch/#{id}/breaks", { value: newtons("58") }, expect: 201)
    break_id = wrong["points"].last["id"]
    after = call(:post, "/api/watched-breaks/#{break_id}/withdrawal", { reason: "a digit was lost" }, expect: 201)

    assert_nil after["suspicion"]
    refute after["open"]
    assert_equal 1, Models::WatchedBreak.where(id: break_id).count
  end

  def test_a_change_that_gives_a_band_of_its_own_forgets_the_old_one
    id = product["id"]

    refute_nil call(:get, "/api/watch/#{id}")["band"]
    assert_nil call(:post, "/api/watch/#{id}/changes", { words: "new fibre", rebase: true }, expect: 201)["band"]
  end

  def test_upkeep_comes_due_and_is_done
    as(add_person("administrator"))
    day = (Time.now.to_date << 13).iso8601
    found = call(:post, "/api/upkeep",
                 { subject: "other", name: "Hoist", what: "Thorough examination", months: 12, since: day }, expect: 201)
    rule = found["rules"].first

    assert_equal "due", rule["state"]
    as(person)

    assert_match(/Say what was found/,
                 fault(:post, "/api/upkeep/#{rule['id']}/records",
                       { done_on: Time.now.to_date.iso8601, result: "failed" }, 422))
    done = call(:post, "/api/upkeep/#{rule['id']}/records", { done_on: Time.now.to_date.iso8601, result: "passed" },
                expect: 201)

    assert_equal "ok", done["rules"].first["state"]
    assert_equal((Time.now.to_date >> 12).iso8601, done["rules"].first["due_on"])
  end

  def test_a_calendar_key_opens_the_calendar_and_nothing_else
    as(add_person("administrator"))
    call(:post, "/api/upkeep", { subject: "other", name: "Hoist; \"old\"", what: "Load test", months: 12 }, expect: 201)
    key = call(:post, "/api/tokens", { name: "wall", scope: "calendar" }, expect: 201)["key"]
    all = call(:post, "/api/tokens", { name: "script" }, expect: 201)["key"]
    header "Authorization", nil
    get "/api/calendar.ics?key=#{key}"

    assert_equal 200, last_response.status
    assert_includes last_response.body, "SUMMARY:Hoist\\; \"old\": Load test"
    get "/api/calendar.ics?key=#{all}"

    assert_equal 403, last_response.status
    header "Authorization", "Bearer #{key}"
    get "/api/lots"

    assert_equal 401, last_response.status
  end

  private

  def newtons(text) = { text: text, unit: "N" }
  def at(days) = (Time.now - (days * DAY)).iso8601(3)

  # Twenty-two mornings in a band around 584 N.
  def product
    made = call(:post, "/api/watch",
                { name: "Kite cord #{rand(1_000_000)}", display_unit: "N", weekdays: "1234567",
                  limit: newtons("540") }, expect: 201)
    22.times do |i|
      value = newtons((584 + [0, 7, -5, 3, -9, 6, 2][i % 7]).to_s)
      Actions::Watching::KeepBreak.call(product_id: made["id"], value: value, person_id: person.id,
                                        batch: "spool #{i / 4}", at: Time.now - ((27 - i) * DAY))
    end
    made
  end

  def settle(found)
    path = "/api/watched-breaks/#{found['break_id']}/answers"

    assert_match(/First the process/, fault(:post, path, { step: "product", answer: "this", words: "weak spool" }, 409))
    call(:post, path, { step: "process", answer: "not_this", words: "die measured, within size" }, expect: 201)
    call(:post, path, { step: "chain", answer: "not_this", words: "cell checked" }, expect: 201)
    after = call(:post, path, { step: "product", answer: "this", words: "two more of spool 12 broke low" }, expect: 201)

    assert after["open"], "the batch is still held"
    hold = after.dig("suspicion", "holds", 0, "id")
    fault(:post, "/api/holds/#{hold}/release", { reason: "scrapped" }, 403)
    as(reviewer)

    refute call(:post, "/api/holds/#{hold}/release", { reason: "scrapped" }, expect: 201)["open"]
  end

  def fault(verb, path, body, status) = call(verb, path, body, expect: status).dig("error", "message")
end
