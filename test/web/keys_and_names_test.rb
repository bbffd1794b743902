# frozen_string_literal: true

require_relative "../support/web_case"
require "minitest/mock"

# Who gets in by what: names that nobody has, keys and what they were made with, drafts of others, strange hosts.
class KeysAndNamesTest < WebCase
  SignIn = MildAnvil::Web::SignIn
  PASSWORD = "correct horse battery"

  def someone(*roles)
    Actions::ManagePeople.add(name: "Somebody", login: "somebody-#{SecureRandom.hex(4)}", roles: roles,
                              password_hash: SignIn.password_hash(PASSWORD))
  end

  def sign_in(login, password: PASSWORD, host: "127.0.0.1")
    as(nil)
    header "Host", host
    post "https://#{host}/api/sign-in", JSON.generate(login: login, password: password),
         "CONTENT_TYPE" => "application/json"
    last_response.status
  end

  # What takes long is done as often, and as much is written down.
  def work(login)
    hashed = 0
    verify = Argon2::Password.method(:verify_password)
    said = StringIO.new
    DATABASE.loggers << (logger = Logger.new(said))
    Argon2::Password.stub(:verify_password, ->(*given) { (hashed += 1) && verify.call(*given) }) do
      sign_in(login, password: "wrong")
    end
    [hashed, said.string.scan(/ (?:INSERT INTO|UPDATE) /).any?, last_response.status, last_response.body]
  ensure
    DATABASE.loggers.delete(logger)
  end

  def test_a_name_that_nobody_has_is_as_much_work_as_one_that_somebody_has
    known = someone("technician").account.login
    told = [known, "nobody-#{SecureRandom.hex(4)}"].map { |login| Array.new(SignIn::TRIES + 3) { work(login) } }

    assert_equal [1, true, 401], told.first.first.first(3)
    assert_equal [0, 403], told.first.last.values_at(0, 2)
    bare = told.map { |tries| tries.map { |hashed, wrote, status, body| [hashed, wrote, status, plain(body)] } }
    assert_equal bare.first, bare.last
  end

  # The field that is named differs by what was typed, never by who exists.
  def plain(body) = JSON.parse(body).dig("error", "message")

  def test_a_strange_name_is_free_again_when_its_time_is_over
    name = "nobody-#{SecureRandom.hex(4)}"
    (SignIn::TRIES + 1).times { sign_in(name) }
    assert_equal 403, sign_in(name)
    DATABASE[:strange_logins].update(locked_until: Time.now - 1)

    assert_equal 401, sign_in(name)
    DATABASE[:strange_logins].update(tried_at: Time.now - 7200)
    sign_in("another-#{name}")
    assert_equal 1, DATABASE[:strange_logins].count, "forgotten after an hour"
  end

  def bearer(key)
    header "Authorization", "Bearer #{key}"
    get "/api/today"
    last_response.status
  end

  def key_of(owner, **given) = Actions::Tokens.issue(name: "script", person_id: owner.id, **given)

  # @return [Array(Hash, String)] the row and the key, asked for with another key
  def made_with(key, **given)
    header "Authorization", "Bearer #{key}"
    call(:post, "/api/tokens", { name: "child", **given }, expect: 201).then { |row| [row, row["key"]] }
  end

  def test_a_key_ends_with_the_key_it_was_made_with
    owner = someone("technician")
    row, parent = key_of(owner)
    _, child = made_with(parent)
    _, grandchild = made_with(child)
    assert_equal([200, 200, 200], [parent, child, grandchild].map { |key| bearer(key) })
    Actions::Tokens.revoke(id: row.id, person_id: owner.id)

    assert_equal([401, 401, 401], [parent, child, grandchild].map { |key| bearer(key) })
  end

  def test_no_key_makes_one_that_outlives_it
    _, parent = key_of(someone("technician"), days: 2)
    [{}, { days: 3000 }].each do |given|
      row, = made_with(parent, **given)
      assert_in_delta Time.now + (2 * 86_400), Time.iso8601(row["expires_at"]), 60
    end
    row, = made_with(parent, days: 1)
    assert_in_delta Time.now + 86_400, Time.iso8601(row["expires_at"]), 60
  end

  def test_a_key_ends_with_its_owners_password_and_roles
    administrator = someone("administrator")
    [{ password_hash: SignIn.password_hash("another good one") }, { roles: %w[viewer] },
     { active: false }].each do |values|
      owner = someone("technician")
      _, key = key_of(owner)
      _, calendar = key_of(owner, scope: "calendar")
      Actions::ManagePeople.change(id: owner.id, values: { name: "Renamed" }, by: administrator.id)
      assert_equal 200, bearer(key), "a name is no reason"
      Actions::ManagePeople.change(id: owner.id, values: values, by: administrator.id)

      assert_equal 401, bearer(key), values.keys.first
      assert_nil Actions::Tokens.in_force(calendar, scopes: %w[calendar])
    end
  end

  # Everybody may ask, so it costs nothing once there are people.
  def test_the_first_administrator_is_hashed_for_only_while_there_is_none
    as(nil)
    SignIn.stub(:password_hash, ->(_) { flunk "hashed" }) do
      post "/api/first-administrator", JSON.generate(name: "A", login: "late", password: "long enough a one"),
           "CONTENT_TYPE" => "application/json"
    end

    assert_equal 403, last_response.status
  end

  def test_every_door_is_closed_under_a_strange_name
    login = someone("technician").account.login
    assert_equal 403, sign_in(login, host: "evil.example")
    assert_nil last_response["set-cookie"]
    ["/api/benches/1/stop", "/api/sign-out", "/api/stop-line"].each do |path|
      post "https://evil.example#{path}", "{}", "CONTENT_TYPE" => "application/json"
      assert_equal 403, last_response.status, path
      assert_match(/not opened under that name/, JSON.parse(last_response.body).dig("error", "message"))
    end
    header "Host", "127.0.0.1"
    header "X-Forwarded-Host", "evil.example"
    get "https://127.0.0.1/api/session"
    assert_equal 403, last_response.status
  end

  # One line for every request would fill a disk.
  def test_known_hosts_are_not_written_down
    errors = StringIO.new
    env = Rack::MockRequest.env_for("/", "HTTP_HOST" => "127.0.0.1", "rack.errors" => errors)
    MildAnvil::Web::KnownHosts.new(->(_) { [200, {}, []] }).call(env)

    assert_empty errors.string
  end

  # A draft is found by a number that anybody can guess.
  def test_a_draft_is_its_makers_alone
    made = lot
    draft = upload("/api/lots/#{made.id}/previews", log_text, expect: 200)["draft_id"]
    file = Models::Recording[draft].source_file_id
    as(other = add_person("technician"))
    assert_match(/hand the file in again/, save_draft(made.id, draft, expect: 404)["error"]["message"])
    call(:get, "/api/recordings/#{draft}/window", expect: 404)
    call(:get, "/api/files/#{file}", expect: 404)
    own = upload("/api/lots/#{made.id}/previews", log_text, expect: 200)["draft_id"]
    refute_equal draft, own, "the same file is read anew for another"
    as(person)
    call(:get, "/api/recordings/#{draft}/window")
    pull = save_draft(made.id, draft, expect: 201)
    as(other)

    call(:get, "/api/recordings/#{draft}/window")
    assert_equal "file", pull["origin"]
  end
end
