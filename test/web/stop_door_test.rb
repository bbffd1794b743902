# frozen_string_literal: true

require "tmpdir"
require_relative "../support/web_case"

# The way to stop: without a database, by whoever is signed in, by nobody else.
class StopDoorTest < WebCase
  # A recorder that says what it was asked.
  def setup
    super
    @folder = Dir.mktmpdir
    ENV["RECORDER_SOCKET"] = File.join(@folder, "recorder.sock")
    @listening = UNIXServer.new(ENV.fetch("RECORDER_SOCKET"))
    @asked = Queue.new
    @answer = { done: true, stands: true }
    @recorder = Thread.new { loop { told(@listening.accept) } }
  end

  def teardown
    @recorder.kill
    @listening.close
    ENV.delete("RECORDER_SOCKET")
    FileUtils.remove_entry(@folder)
    super
  end

  def told(socket)
    @asked << JSON.parse(socket.gets)
    socket.puts(JSON.generate(@answer)) if @answer
    sleep 3 if @answer.nil?
    socket.close
  end

  # Every query raises: nothing of it may be needed.
  def without_database(&block)
    broken = ->(*) { raise Sequel::DatabaseDisconnectError, "frozen" }
    Sequel::Model.db.stub(:execute, broken) { Sequel::Model.db.stub(:synchronize, broken, &block) }
  end

  PASSWORD = "correct horse battery"
  HERE = "https://127.0.0.1"

  def signed_in(*roles)
    login = "stopper-#{SecureRandom.hex(4)}"
    made = Actions::ManagePeople.add(name: "Somebody", login: login, roles: roles,
                                     password_hash: MildAnvil::Web::SignIn.password_hash(PASSWORD))
    as(nil)
    post "#{HERE}/api/sign-in", JSON.generate(login: login, password: PASSWORD), "CONTENT_TYPE" => "application/json"
    @token = JSON.parse(get("#{HERE}/api/session").body)["csrf"]
    made
  end

  def stop(bench = 7, token: @token, **headers)
    post "#{HERE}/api/benches/#{bench}/stop", "", { "HTTP_X_CSRF_TOKEN" => token, **headers }.compact
    JSON.parse(last_response.body)
  end

  %w[viewer technician reviewer administrator].each do |role|
    define_method("test_a_#{role}_may_stop_without_any_database") do
      made = signed_in(role)
      answer = without_database { stop }

      assert_equal [200, true, true], [last_response.status, answer["asked"], answer["stands"]]
      asked = @asked.pop
      assert_equal ["stop", 7, made.account.id], [asked["ask"], asked["bench"], asked.dig("given", "account_id")]
    end
  end

  def test_nobody_and_another_site_are_refused
    signed_in("technician")
    stop("HTTP_ORIGIN" => "http://evil.example")
    assert_equal 403, last_response.status
    stop(token: nil)
    assert_equal 403, last_response.status
    clear_cookies
    answer = stop

    assert_equal [401, "not_signed_in", 0], [last_response.status, answer["error"]["kind"], @asked.size]
  end

  # A key stops as everybody does, by the usual way.
  def test_a_key_of_a_viewer_stops_too
    as(add_person("viewer"))

    id = Models::Bench.create(name: "B-#{rand(1_000_000)}", kind: "frame", person_id: person.id).id
    assert call(:post, "/api/benches/#{id}/stop")["stands"]
    call(:post, "/api/benches/999999/stop", expect: 404)
    as(nil)
    post "/api/benches/#{id}/stop"
    assert_equal 401, last_response.status
  end

  # What is signed in the cookie runs out there, too.
  def test_a_session_that_is_over_stops_nothing
    signed_in("technician")
    late = Time.now + MildAnvil::Web::SignIn::LONGEST_SECONDS + 60
    Time.stub(:now, late) { stop }

    assert_equal 401, last_response.status
  end

  def test_it_is_not_said_to_stand_where_nobody_knows
    signed_in("technician")
    @answer = { done: false, stands: false }
    refute stop["stands"]
    @answer = nil
    answer = stop

    assert_equal [503, "The recorder does not answer"], [last_response.status, answer["error"]["message"]]
    FileUtils.rm(ENV.fetch("RECORDER_SOCKET"))
    stop
    assert_equal 503, last_response.status
  end

  # The line that a page keeps open.
  def line_env(near, origin: "http://127.0.0.1", session: { "account_id" => 4 })
    Rack::MockRequest.env_for("http://127.0.0.1/api/stop-line").merge(
      "HTTP_ORIGIN" => origin, "HTTP_HOST" => "127.0.0.1", "HTTP_UPGRADE" => "websocket",
      "HTTP_CONNECTION" => "Upgrade", "HTTP_SEC_WEBSOCKET_KEY" => "dGhlIHNhbXBsZSBub25jZQ==",
      "HTTP_SEC_WEBSOCKET_VERSION" => "13", "rack.session" => session, "rack.hijack" => -> { near }
    )
  end

  def door(**given) = MildAnvil::Web::StopDoor.new(->(_) { [404, {}, []] }, **given)

  def test_a_line_that_is_open_stops_and_answers
    near, far = UNIXSocket.pair
    assert_equal 200, door.call(line_env(near)).first
    head = +""
    head << far.readpartial(4096) until head.include?("\r\n\r\n")
    assert_match(/\AHTTP\S+ 101/, head)
    far.write(frame('{"stop": 7}') + frame("no json") + frame('{"ping": 3}'))
    said = +""
    said << far.readpartial(4096) until said.include?("pong")

    assert_includes said, '"stands":true'
    assert_equal 4, @asked.pop.dig("given", "account_id")
  ensure
    far&.close
  end

  # A text frame as a browser masks it.
  def frame(text) = [0x81, 0x80 | text.bytesize, 0, 0, 0, 0].pack("C*") + text

  def test_a_line_is_for_our_own_pages_alone
    near, far = UNIXSocket.pair
    told = ->(**given) { door(**given.slice(:peers)).call(line_env(near, **given.except(:peers))).first }

    assert_equal 403, told.call(origin: "http://evil.example")
    assert_equal 403, told.call(origin: nil)
    assert_equal 401, told.call(session: {})
    assert_equal 403, told.call(origin: "http://127.0.0.1:4871")
    assert_equal 200, told.call(origin: "http://127.0.0.1:4871", peers: ["http://127.0.0.1:4871"])
    assert_equal 426, door.call(line_env(near).except("HTTP_UPGRADE")).first
  ensure
    [near, far].each { |one| one.close unless one.closed? }
  end
end
