# frozen_string_literal: true

require_relative "../support/web_case"
require "rack/mock"

# Signing in while the database gives way, is gone, or something is wrong with it.
class SteadyDoorTest < WebCase
  Door = MildAnvil::Web::SteadyDoor

  # Outside of the transaction of the test: within one nothing is tried again.
  def asked(&app)
    env = Rack::MockRequest.env_for("/api/sign-in", method: "POST", input: '{"login":"wren"}')
    Thread.new { Door.new(app).call(env) }.tap { |one| one.report_on_exception = false }.value
  end

  def error(answer) = JSON.parse(answer.last.join).fetch("error")

  def test_whoever_signs_in_while_the_database_gives_way_is_let_in_at_last
    read = []
    answer = asked do |env|
      read << env["rack.input"].read
      raise Sequel::SerializationFailure, "deadlock" if read.size < 3

      [200, {}, ["in"]]
    end

    assert_equal [200, {}, ["in"]], answer
    assert_equal ['{"login":"wren"}'] * 3, read # each time the whole of what was sent
  end

  def test_a_database_that_has_gone_is_said_in_the_form_of_all_errors
    tries = 0
    status, headers, body = nil
    _, log = capture_io do
      status, headers, body = asked do
        tries += 1
        raise Sequel::DatabaseConnectionError, "refused"
      end
    end

    assert_equal [503, "application/json", 1], [status, headers["content-type"], tries]
    assert_equal ["database", MildAnvil::Web::Faults::DATABASE], error([body]).values_at("kind", "message")
    assert_match(/refused/, log)
  end

  def test_a_fault_is_said_and_its_place_is_in_the_log
    answer = nil
    _, log = capture_io { answer = asked { raise ArgumentError, "inside" } }

    assert_equal [500, "fault"], [answer.first, error(answer)["kind"]]
    assert_match(/ArgumentError: inside\n.*steady_door_test/, log)
  end

  def test_whoever_stopped_it_hears_of_it
    assert_raises(MildAnvil::Stopped) { asked { raise MildAnvil::Stopped, "gone" } }
  end

  # Through everything that stands before the application.
  def test_signing_in_while_the_database_refuses_is_answered_like_anywhere_else
    door = MildAnvil::Web::SignIn.rodauth
    door.define_method(:account_from_login) { |_| raise Sequel::DatabaseError, "no such table" }
    header "Authorization", nil
    _, log = capture_io { post "/api/sign-in", '{"login":"wren","password":"x"}', "CONTENT_TYPE" => "application/json" }

    assert_equal 503, last_response.status, last_response.body
    assert_equal "database", JSON.parse(last_response.body).dig("error", "kind")
    assert_match(/no such table/, log)
  ensure
    door.remove_method(:account_from_login)
  end
end
