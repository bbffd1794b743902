# frozen_string_literal: true

require_relative "../support/web_case"

# The passwords of the demo are printed: its people are let in from the machine itself, and not where it is opened to a
# network, however they come.
class DemoDoorTest < WebCase
  PASSWORD = "fernhollow-wren"

  def setup
    super
    as(nil)
    MildAnvil::Store::Settings.demo!
    hash = MildAnvil::Web::SignIn.password_hash(PASSWORD)
    @wren = Actions::ManagePeople.add(name: "Wren", login: "wren", roles: %w[technician], password_hash: hash)
    @own = Actions::ManagePeople.add(name: "Own", login: "own", roles: %w[technician], password_hash: hash)
  end

  def teardown
    ENV.delete("MILD_ANVIL_NETWORK")
    super
  end

  def opened_to_a_network = ENV["MILD_ANVIL_NETWORK"] = "1"

  def sign_in(login, **env)
    clear_cookies
    post "https://127.0.0.1/api/sign-in", JSON.generate(login: login, password: PASSWORD),
         { "CONTENT_TYPE" => "application/json", **env }
    last_response.status
  end

  def session(**env) = JSON.parse(get("https://127.0.0.1/api/session", {}, env).body)

  def test_on_the_machine_itself_they_sign_in_and_are_offered
    assert_equal(["wren"], session["demo"].map { |row| row["login"] })
    assert_equal 200, sign_in("wren")
    assert_equal "Wren", session["person"]["name"]
  end

  def test_from_another_machine_they_do_not
    [{ "REMOTE_ADDR" => "192.168.1.9" }, { "HTTP_X_FORWARDED_FOR" => "192.168.1.9" },
     { "HTTP_FORWARDED" => "for=192.168.1.9" }, { "REMOTE_ADDR" => "nonsense" }].each do |from|
      assert_equal 403, sign_in(" WREN ", **from), from
      assert_match(/on the machine itself alone/, last_response.body)
      assert_empty session(**from)["demo"]
      assert_equal 200, sign_in("own", **from), "a person of the shop's own comes from anywhere"
    end
  end

  def test_with_a_network_they_do_not_at_all_and_what_they_had_before_is_nothing
    sign_in("wren")
    _, key = Actions::Tokens.issue(name: "script", person_id: @wren.id)
    opened_to_a_network
    assert_nil session["person"], "a session of before"
    header "Authorization", "Bearer #{key}"
    get "/api/today"
    assert_equal 401, last_response.status, "a key of before"
    as(nil)

    assert_equal 403, sign_in("wren")
    assert_equal 200, sign_in("own")
  end

  def test_where_there_is_no_demo_a_name_is_a_name
    DATABASE[:settings].where(name: "demo").delete
    opened_to_a_network

    assert_equal 200, sign_in("wren")
  end

  # A promise for half a year is made for the shop's own certificate alone.
  def test_browsers_are_told_to_come_by_tls_alone_where_the_certificate_is_the_shops
    plain = ->(_) { [200, {}, []] }

    assert_equal "max-age=15552000", MildAnvil::Web::Hsts.new(plain, on: true).call({})[1]["strict-transport-security"]
    assert_empty MildAnvil::Web::Hsts.new(plain, on: false).call({})[1]
  end
end
