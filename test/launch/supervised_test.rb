# frozen_string_literal: true

require "bundler/setup"
require "minitest/autorun"
require "minitest/mock"
require "tmpdir"
require_relative "../../launch/launch"

# What is kept running, what is told of it, and what a killed launcher leaves.
class SupervisedTest < Minitest::Test
  def setup = @folder = Dir.mktmpdir
  def teardown = FileUtils.rm_rf(@folder)

  def supervised(*command, **given)
    Launch::Supervised.new("part", folder: @folder, logs: @folder, **given) do |log|
      Process.spawn(*command, **log.redirection, pgroup: true)
    end
  end

  # Looks until something was told.
  def told(part)
    said = nil
    1000.times { said ? break : part.look { |words| said = words } || sleep(0.01) }
    said
  end

  def test_what_ends_is_started_again_and_why_is_told
    part = supervised("sh", "-c", "echo starting; echo 'Error: no such table'; echo '  from x.rb:1'; exit 1")
    part.start

    assert_equal "part ended (Error: no such table); it is started again", told(part)
    assert_equal "part ended (Error: no such table); it is started again in 1 s", told(part)
  ensure
    part.stop
  end

  # A database ends where its disk is full: nothing is given up, and it comes back when there is room.
  def test_on_a_full_disk_it_waits_for_room_however_long
    part = supervised("sleep", "60", pauses: [])
    part.start
    Process.kill("KILL", running)
    said = []
    now = Launch.now
    Launch::Room.stub(:in?, false) do
      assert_match(/the disk is full .*: part has ended and waits for room/, told(part))
      Launch.stub(:now, now += 3600) { 20.times { part.look { |words| said << words } } }
    end
    assert_empty said, "told once"
    Launch.stub(:now, now + 3600) { part.look { |words| said << words } }

    assert_equal ["there is room again; part is started"], said
    assert_predicate part, :running?
  ensure
    part.stop
  end

  def running = Launch::PidFile.new(File.join(@folder, "part.pid")).running

  def test_what_cannot_write_its_number_is_not_left_running
    part = supervised("sleep", "60", pauses: [])
    full = ->(*) { raise Errno::ENOSPC }
    File.stub(:write, full) { assert_raises(Errno::ENOSPC) { part.start } }

    refute_predicate part, :started?
  ensure
    part.stop
  end

  # Numbers of processes are used again: one that ended is signalled by nobody.
  def test_what_ended_is_not_ended_once_more
    part = supervised("true", pauses: [0])
    part.start
    told(part)
    signalled = []
    Launch.stub(:end_process, ->(pid, **) { signalled << pid }) do
      part.log.stub(:begin_here, -> { raise Errno::ENOSPC }) { part.look { |words| words } }
      part.stop
    end

    assert_empty signalled
    refute_path_exists File.join(@folder, "part.pid")
  end

  def test_room_is_looked_for_by_writing
    assert Launch::Room.in?(@folder)
    assert_empty Dir.children(@folder)
    File.stub(:open, ->(*) { raise Errno::ENOSPC }) { refute Launch::Room.in?(@folder) }
  end

  def test_what_was_killed_says_by_what
    part = supervised("sleep", "60")
    part.start
    Process.kill("KILL", Launch::PidFile.new(File.join(@folder, "part.pid")).running)

    assert_match(/killed by signal 9, KILL/, told(part))
  ensure
    part.stop
  end

  def test_what_ends_again_and_again_is_given_up_in_words
    part = supervised("sh", "-c", "echo cannot open the file; exit 1", pauses: [0, 0])
    part.start
    error = assert_raises(Launch::Trouble) { 1000.times { part.look { |words| words } || sleep(0.01) } }

    assert_match(/part ended 3 times, the last time with: cannot open the file/, error.message)
    assert_match(/part\.log/, error.mend)
  end

  # What stands in for a device, or works beside the pages: the rest goes on, and the pages can read what is missing.
  def test_what_is_not_needed_is_left_alone_and_tried_again_later
    part = supervised("sh", "-c", "echo cannot open the file; exit 1", pauses: [0], needed: false)
    part.start
    2.times { @words = told(part) }

    assert_match(/part ended 2 times \(cannot open the file\); the rest goes on without it/, @words)
    assert_match(/\A\d{4}-\d\d-\d\dT/, File.read(missing))
    assert_nil told_at_once(part), "nothing more is told while it rests"
    Launch.stub(:now, Launch.now + Launch::Supervised::REST_SECONDS + 1) { part.look { |said| flunk said } }
    assert_match(/tried again in 5 minutes/, told(part), "one more chance, and left alone again")
    part.stop
    refute_path_exists missing
  end

  def missing = File.join(@folder, "part.missing")

  def told_at_once(part)
    said = nil
    5.times { part.look { |words| said = words } }
    said
  end

  # It runs again, and steadily: it is no longer missing.
  def test_what_came_back_is_not_missing
    part = supervised("sleep", "60", pauses: [], needed: false)
    File.write(missing, "2026-01-01T00:00:00Z")
    part.start
    part.look { |said| flunk said }
    assert_path_exists missing
    Launch.stub(:now, Launch.now + 100) { part.look { |said| flunk said } }

    refute_path_exists missing
  ensure
    part.stop
  end

  def test_a_left_over_process_is_ended_and_no_other
    pid = Process.spawn("sleep", "60")
    file = Launch::PidFile.new(File.join(@folder, "left.pid"))
    file.write(pid)
    assert_equal pid, file.running
    File.write(File.join(@folder, "left.pid"), "#{Process.pid} 1") # the number is ours by now, the moment is not
    assert_nil file.running
    file.end_left_over
    assert Launch.alive?(pid)
    file.write(pid)
    file.end_left_over

    refute Launch.alive?(pid)
    refute_path_exists File.join(@folder, "left.pid")
  end

  def test_a_log_is_added_to_and_put_aside_when_it_is_long
    log = Launch::LogFile.new("x", folder: @folder)
    2.times { |i| log.begin_here && File.write(log.path, "line #{i}\n", mode: "a") }
    assert_equal 2, File.read(log.path).scan(/^line/).size
    assert_equal "line 1\n", log.said
    File.write(log.path, "y" * (Launch::LogFile::LARGEST_BYTES + 1), mode: "a")
    log.rotate

    assert_equal [0, true], [File.size(log.path), File.size("#{log.path}.1") > Launch::LogFile::LARGEST_BYTES]
    assert_equal "it said nothing", log.reason
  end

  def test_the_reason_is_the_first_error_and_no_backtrace
    log = Launch::LogFile.new("x", folder: @folder).begin_here
    File.write(log.path, <<~TEXT, mode: "a")
      2026-01-01 [Note] no error here
      x.rb:3:in `open': Permission denied @ rb_sysopen (Errno::EACCES)
      \tfrom x.rb:3:in `read'
      another error
    TEXT

    assert_equal "x.rb:3:in `open': Permission denied @ rb_sysopen (Errno::EACCES)", log.reason
  end

  def test_one_holds_the_lock_and_the_other_is_told_who
    path = File.join(@folder, "lock")
    one = Launch::Lock.new(path)
    other = Launch::Lock.new(path)

    assert one.take("http://127.0.0.1:1")
    refute other.take("http://127.0.0.1:2")
    assert_equal [Process.pid, "http://127.0.0.1:1"], other.holder
    one.release
    assert other.take("http://127.0.0.1:2")
  end
end
