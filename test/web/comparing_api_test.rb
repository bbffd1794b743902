# frozen_string_literal: true

require_relative "../support/web_case"

# A comparison, its conclusion and its paper over HTTP; each answer is held against the OpenAPI file.
class ComparingApiTest < WebCase
  def setup
    super
    @one = lot_with_breaks(8.1, 8.4, 7.9, name: "Four bars")
    @other = lot_with_breaks(9.3, 9.6, 9.1, name: "Six bars")
  end

  def path = "/api/lots/#{@one.id}/comparison"

  def concluding(page, **rest)
    { sha256: page["sha256"], keys: ["pair-1"], with: page["with"], by: page["by"],
      against: page["study"]["pair"]["other"], **rest }
  end

  def test_a_comparison_is_shown_concluded_and_reviewed
    page = call(:get, "#{path}?against=#{@other.id}")
    signed = call(:post, "/api/lots/#{@one.id}/conclusions", concluding(page, words: "Six from now on"), expect: 201)

    assert_equal 1, signed["number"]
    assert_equal [signed], call(:get, path)["conclusions"]
    call(:post, "/api/conclusions/#{signed['id']}/signatures", { sha256: signed["sha256"] }, expect: 403)
    as(reviewer)
    assert call(:post, "/api/conclusions/#{signed['id']}/signatures", { sha256: signed["sha256"] },
                expect: 201)["reviewed"]
    get "/api/conclusions/#{signed['id']}/paper"

    assert_equal ["application/pdf", "%PDF"], [last_response.media_type, last_response.body[0, 4]]
  end

  def test_what_cannot_be_asked_is_refused_in_words
    call(:get, "#{path}?with=1,x", expect: 422)
    call(:get, "#{path}?by=beauty", expect: 422)
    assert_nil call(:get, "#{path}?with=999999")["study"]
    call(:get, "/api/lots/999999/comparison", expect: 404)
    page = call(:get, path)
    call(:post, "/api/lots/#{@one.id}/conclusions", concluding(page, sha256: "a" * 64), expect: 409)
    call(:put, "/api/lots/#{@one.id}/making", { cost: -1 }, expect: 422)
    as(add_person("viewer"))
    call(:post, "/api/lots/#{@one.id}/conclusions", concluding(page), expect: 403)
    call(:put, "/api/lots/#{@one.id}/making", { cost: 2 }, expect: 403)
  end

  def test_what_a_piece_takes_is_told
    call(:put, "/api/lots/#{@one.id}/making", { cost: 4.5, grams: nil })
    rows = call(:get, path)["makings"].to_h { |row| [row["name"], row["cost"]] }

    assert_equal({ "Four bars" => 4.5, "Six bars" => nil }, rows)
  end
end
