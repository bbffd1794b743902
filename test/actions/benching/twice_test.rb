# frozen_string_literal: true

require "pdf-reader"
require_relative "../../support/committed_case"
require_relative "../../support/bench_desk"

# Two at once, late answers, another address, another machine, and journals that make no curve: through the application.
class TwiceTest < CommittedCase
  include BenchDesk

  def teardown
    close_desk
    @other_stops = true
    @other_serving&.join
    super
  end

  def live = Benching::RecorderLine.ask(@bench_row.id, "shown")
  def at_once(count, &block) = Array.new(count) { |i| Thread.new { outcome(i, &block) } }.map(&:value)

  def outcome(index)
    yield index
  rescue MildAnvil::Error => e
    e
  end

  # The same key twice within moments: both are told of the one run, and it is listed.
  def test_the_same_start_twice_is_one_run_for_both
    lot = lot_at_bench
    open_desk
    connected
    key = SecureRandom.uuid
    runs = at_once(2) { start(lot, "staged", once_key: key) }

    assert_equal 1, runs.map(&:id).uniq.size
    assert_equal "recording", Models::Run.first.state
    assert_equal [runs.first.uid, 1], [live.dig(:run, :uid), Models::Run.count]
    Benching::RecorderLine.ask!(@bench_row.id, "stop")
    assert_equal "finished", over(runs.first).state
  end

  def test_of_two_people_one_has_the_bench_and_the_other_is_told
    lot = lot_at_bench
    open_desk
    connected
    answers = at_once(4) { start(lot, "staged") }
    run = answers.grep(Models::Run).first

    assert_equal [1, 3], [answers.grep(Models::Run).size, answers.grep(MildAnvil::Conflict).size]
    assert_equal ["recording"], Models::Run.exclude(state: "refused").select_map(:state)
    Benching::RecorderLine.ask!(@bench_row.id, "stop")
    over(run)
  end

  # The recorder comes to it when nobody waits any more: it does not begin, and nothing says that it did.
  def test_a_start_that_timed_out_is_never_carried_out
    lot = lot_at_bench
    open_desk
    connected
    session = ObjectSpace.each_object(MildAnvil::Devices::Recorder::Session).find { |one| one.name == @bench_row.name }
    driver = session.instance_variable_get(:@driver)
    slow = driver.method(:reset)
    driver.define_singleton_method(:reset) { sleep(1.2) && slow.call }
    ask = Benching::RecorderLine.method(:ask)
    impatient = lambda { |id, asked, *rest, **more|
      ask.call(id, asked, *rest, **more, **(asked == "start" ? { patience: 0.5 } : {}))
    }
    Benching::RecorderLine.stub(:ask, impatient) { assert_raises(MildAnvil::Conflict) { start(lot) } }
    sleep 2

    assert_equal [0, "refused"], [@made.machine.steps, Models::Run.first.state]
    driver.singleton_class.remove_method(:reset)
    assert_equal "finished", over(start(lot)).state
  end

  # Nobody knows: nothing is written down, and the recorder says it when it can.
  def test_where_nobody_knows_nothing_is_said
    lot = lot_at_bench
    FileUtils.mkdir_p(folder = Dir.mktmpdir)
    ENV["RECORDER_SOCKET"] = File.join(folder, "recorder.sock")
    deaf = UNIXServer.new(ENV.fetch("RECORDER_SOCKET"))
    Benching::RecorderLine.stub(:ask, ->(*, **) { { unknown: "the recorder does not answer" } }) do
      assert_raises(MildAnvil::DeviceTimeout) { start(lot) }
    end

    assert_equal "claimed", Models::Run.first.state
    Benching::RunStates.begun([Models::Run.first.uid])
    assert_equal "recording", Models::Run.first.state
    Models::Run.dataset.update(created_at: Time.now - 60)
    Benching::RunStates.forget([])
    assert_equal "interrupted", Models::Run.first.state
  ensure
    deaf&.close
    FileUtils.remove_entry(folder)
  end

  # A second machine, with its own name.
  def other_bench(name = "Fern,Other bench,9,1")
    other = Rig::Bench.made(capacity: 50_000.0, seed: 8, rate: 200.0).tap { |made| made.put_in("print:3000") }
    server = Rig::Server.new(other)
    @other_stops = false
    @other_serving = Thread.new { server.run { @other_stops } }
    server.instance_variable_get(:@commands)&.define_singleton_method(:name) { name }
    [other, server.port]
  end

  # The register says where the bench is: the old one does not move, and another machine is asked about.
  def test_a_bench_that_was_moved_is_followed_and_another_machine_is_asked_about
    lot = lot_at_bench
    open_desk
    connected
    assert_equal "finished", over(start(lot)).state
    was = @made.machine.steps
    watching = Benching::Live.new(@bench_row.id)
    seen = Queue.new
    watcher = Thread.new { watching.each { |shown| seen << shown[:machine] } }
    other, port = other_bench
    @bench_row.update(address: "127.0.0.1:#{port}")
    patiently { live[:machine] == "Fern,Other bench,9,1" }
    error = assert_raises(MildAnvil::Conflict) { start(lot) }
    assert_match(/another machine than before: Fern,Other bench/, error.message)
    kept = over(start(lot, machine: "Fern,Other bench,9,1"))

    assert_equal [%w[finished broken], "Fern,Other bench,9,1"], [[kept.state, kept.ended], kept.machine]
    assert_includes Array.new(seen.size) { seen.pop }, "Fern,Other bench,9,1" # who watched it goes along
    watcher.kill
    assert_equal was, @made.machine.steps, "the old one moved"
    assert_operator other.machine.steps, :>, 0
  end

  # The flat record of a cell that was not connected: a pull all the same, and Today says why there is no curve.
  def test_a_record_that_makes_no_curve_is_a_pull_and_is_told
    lot = lot_at_bench
    open_desk
    connected
    refused = ->(**) { raise MildAnvil::InvalidInput, "Every force of this file is zero" }
    kept = Actions::ImportRecording.stub(:call, refused) { over(start(lot)) }

    assert_equal ["nothing read", "Every force of this file is zero"], [kept.pull.origin, kept.unkept]
    told = Actions::Today.call[:interrupted].first
    assert_equal [kept.pull_id, "Every force of this file is zero"], told.values_at(:pull_id, :unkept)
    assert_match(/\ARun .*\nTime \[s\];Force/, Benching::RunJournal.call(run_id: kept.id).content)
  end

  # A proof that a person stopped is no failed proof: nothing is set aside for it.
  def test_a_proof_that_was_stopped_may_be_done_again
    lot = lot_at_bench(requirements: [{ text: "0.5", unit: "kN", measure: "working_load" }])
    proof = quick_proof(seconds: 30)
    open_desk
    connected
    run = start(lot, proof)
    patiently { live.dig(:run, :at).to_i >= 2 }
    Benching::RecorderLine.ask!(@bench_row.id, "stop", { account_id: nil })
    kept = over(run)

    assert_equal ["not_completed", nil, "stopped"], [kept.proof_state, kept.proof_passed, kept.ended]
    assert_equal 0, Models::Quarantine.count
    assert_equal "The proof was not completed: it may be done again", Actions::Proving::Certify.against(kept)
    assert_includes paper(kept), "The proof was not completed: it may be done again."
  end

  def paper(run)
    content = Benching::RunRecord.call(run_id: run.id).content
    PDF::Reader.new(StringIO.new(content)).pages.map(&:text).join("\n").squeeze(" ")
  end

  # A cell that writes “2,346 N” and nothing else: it is asked before the pull, and then believed.
  def test_a_comma_that_may_be_either_is_asked_about
    lot = lot_at_bench
    open_desk
    saying = TCPServer.new("127.0.0.1", 0)
    voice = Thread.new { loop { say_on(saying.accept) } }
    @bench_row.update(address: "text:127.0.0.1:#{saying.addr[1]}")
    patiently { live[:question] == "2,346" }
    assert_nil live[:newtons]
    assert_match(/Nobody knows what “2,346” says/, assert_raises(MildAnvil::Conflict) { start(lot) }.message)
    Benching::SayComma.call(bench_id: @bench_row.id, comma: "thousands", person_id: person.id)

    assert_in_delta(2346.0, patiently { live[:newtons] })
    assert_operator live[:garbage], :>=, 1
    assert_equal "what is this", live[:odd_line]
  ensure
    voice&.kill
    saying&.close
  end

  def say_on(socket)
    loop { socket.write("2,346 N\nwhat is this\n") && sleep(0.02) }
  rescue SystemCallError
    nil
  end
end
