# frozen_string_literal: true

require_relative "../support/web_case"
require "rack/mock"

# Requests that take too long, senders that go, uploads that are cut off.
class PatienceTest < WebCase
  Patience = MildAnvil::Web::Patience

  def asked(app, env = {}, **given)
    Patience.new(app, look: 0.02, **given).call(Rack::MockRequest.env_for("/", env))
  end

  def test_what_takes_too_long_is_stopped_and_says_so
    status, _, body = asked(->(_) { sleep 5 }, limit: 0.1)

    assert_equal 503, status
    assert_match(/longer than 0 s and was stopped/, JSON.parse(body.join).dig("error", "message"))
  end

  def test_what_is_done_in_time_is_left_alone
    assert_equal 200, asked(->(_) { sleep(0.1) && [200, {}, []] }, limit: 5).first
  end

  # A write that is stopped is rolled back.
  def test_a_stopped_write_saves_nothing
    before = Models::Person.count
    writing = lambda do |_|
      MildAnvil::Store::Database.write do
        Models::Person.create(name: "Never there")
        sleep 5
      end
    end

    assert_equal 503, asked(writing, limit: 0.2).first
    assert_equal before, Models::Person.count
    assert_equal 1, DATABASE.get(1) # and the connection is as good as before
  end

  def test_a_sender_who_has_gone_is_noticed
    server = TCPServer.new("127.0.0.1", 0)
    client = TCPSocket.new("127.0.0.1", server.addr[1])
    held = server.accept
    started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    Thread.new { sleep(0.1) && client.close }

    assert_equal 503, asked(->(_) { sleep 5 }, { Patience::SOCKET => held }, limit: 60).first
    assert_operator Process.clock_gettime(Process::CLOCK_MONOTONIC) - started, :<, 2
  ensure
    [held, server].each(&:close)
  end

  def test_a_sender_who_waits_is_not_taken_for_gone
    ours, theirs = UNIXSocket.pair
    theirs.write("GET /next")

    assert_equal 200, asked(->(_) { sleep(0.15) && [200, {}, []] }, { Patience::SOCKET => ours }, limit: 5).first
  end

  # A folder of its own for what has names.
  def test_uploads_have_no_name_on_disk
    made = lot
    Dir.mktmpdir do |folder|
      was = ENV.fetch("TMPDIR", nil)
      ENV["TMPDIR"] = folder
      upload("/api/lots/#{made.id}/recordings", log_text, name: "Prüfung Ω 引張.csv")
      upload("/api/lots/#{made.id}/recordings", "no table\n", expect: 422)
      upload("/api/lots/#{made.id}/previews", Zlib.gzip(log_text(peak_newtons: 940)), name: "log.csv.gz", expect: 200)

      assert_empty Dir.children(folder)
    ensure
      ENV["TMPDIR"] = was
    end
    assert_equal ["Prüfung Ω 引張.csv"], Models::SourceFile.where(id: made.refresh.pulls.map { |p|
      p.recording.source_file_id
    }).select_map(:name)
  end

  def test_a_gzip_file_is_one_pull_whose_name_loses_its_ending
    made = lot
    pull = upload("/api/lots/#{made.id}/recordings", Zlib.gzip(log_text), name: "log.csv.gz")

    assert_equal "log.csv", pull["recording"]["file"]["name"]
  end
end
