# frozen_string_literal: true

require_relative "../support/web_case"
require "rack/mock"

# Requests that take too long, senders that go, uploads that are cut off.
class PatienceTest < WebCase
  Patience = MildAnvil::Web::Patience

  Stoppable = MildAnvil::Stoppable

  # Says that it may be stopped.
  def idle(seconds) = Stoppable.here { sleep(seconds) }

  def asked(app, env = {}, **given)
    Patience.new(app, look: 0.02, **given).call(Rack::MockRequest.env_for("/", env))
  end

  def test_what_takes_too_long_is_stopped_and_says_so
    status, _, body = asked(->(_) { idle(5) }, limit: 0.1)

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
        idle(5)
      end
    end

    assert_equal 503, asked(writing, limit: 0.2).first
    assert_equal before, Models::Person.count
    assert_equal 1, DATABASE.get(1) # and the connection is as good as before
  end

  # Half a class would stay half a class for as long as the process lives.
  def test_what_does_not_say_that_it_may_be_stopped_is_done_to_its_end
    done = []
    answer = asked(->(_) { 3.times { |i| sleep(0.1) && (done << i) } && [200, {}, ["whole"]] }, limit: 0.05)

    assert_equal [[200, {}, ["whole"]], [0, 1, 2]], [answer, done]
  end

  def test_it_is_stopped_at_the_first_place_that_says_so
    done = []
    steps = lambda do |_|
      sleep(0.2)
      done << :lock_given_back
      Stoppable.here { done << :computed }
    end

    assert_equal [503, [:lock_given_back]], [asked(steps, limit: 0.05).first, done]
  end

  # On connections of their own: this one is in a transaction.
  def test_a_query_that_takes_too_long_is_stopped_where_it_is_and_its_connection_given_back
    sleeping = ->(_) { DATABASE.get(Sequel.lit("SLEEP(20)")) }
    started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    answers = Array.new(DATABASE.pool.max_size - 1) { Thread.new { asked(sleeping, limit: 0.2) } }.map(&:value)

    assert_equal [503], answers.map(&:first).uniq
    assert_operator Process.clock_gettime(Process::CLOCK_MONOTONIC) - started, :<, 10
    all = Array.new(answers.size) { |i| Thread.new { DATABASE.get(Sequel.lit("SLEEP(0.1) + #{i}")) } }

    assert_equal([*0...answers.size], all.map { |one| one.value.to_i })
  end

  def test_a_lock_is_given_back_whenever_it_is_stopped
    lock = MildAnvil::Store::NamedLock
    ending = lambda do |name, &work|
      Thread.new { asked(->(_) { lock.hold(name) { work.call } && [200, {}, []] }, limit: 0.05).first }.value
    end

    assert_equal 200, ending.call("at its end") { sleep(0.2) }
    assert_equal 503, ending.call("within") { sleep(0.2) && DATABASE.get(1) }
    assert_equal 503, ending.call("asleep") { DATABASE.get(Sequel.lit("SLEEP(20)")) }
    free = ["at its end", "within"].map { |name| lock.try(name) { nil } } # a server asleep wakes up first
    assert_equal [true, true], free
  end

  def test_a_write_stopped_within_a_query_says_so_and_is_not_begun_again
    begun = 0
    writing = lambda do |_|
      MildAnvil::Store::Database.write do
        begun += 1
        DATABASE.get(Sequel.lit("SLEEP(20)"))
      end
    end
    status, _, body = Thread.new { asked(writing, limit: 0.2) }.value

    assert_equal [503, "stopped", 1], [status, JSON.parse(body.join).dig("error", "kind"), begun]
  end

  # Stopped while it waited for its commit it is through; stopped before, nothing of it is there.
  def test_the_end_of_a_transaction_is_not_stopped
    connection = Class.new { prepend Stoppable::Queries }
    connection.define_method(:query) { |sql| sleep(0.1) && sql }
    asked_for = ->(sql) { asked(->(_) { [200, {}, [connection.new.query(sql)]] }, limit: 0.01).first }

    assert_equal [200, 200, 503, 503], ["COMMIT", "ROLLBACK", "SELECT 1", "INSERT INTO x"].map(&asked_for)
  end

  def test_a_sender_who_has_gone_is_noticed
    server = TCPServer.new("127.0.0.1", 0)
    client = TCPSocket.new("127.0.0.1", server.addr[1])
    held = server.accept
    started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    Thread.new { sleep(0.1) && client.close }

    assert_equal 503, asked(->(_) { idle(5) }, { Patience::SOCKET => held }, limit: 60).first
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
