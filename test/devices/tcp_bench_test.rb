# frozen_string_literal: true

require_relative "../test_helper"
require_relative "../support/bench_line"

# The driver against the simulated bench, and against benches that behave badly.
class TcpBenchTest < CoreCase
  include BenchLine

  Drivers = MildAnvil::Devices::Drivers

  def teardown
    @driver&.close
    stop_bench
    @script&.kill
    @listening&.close
  end

  def driver(**given)
    bench(**given)
    @driver = Drivers::TcpBench.new("127.0.0.1", @port).tap(&:open)
  end

  def collected(seconds)
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + seconds
    found = []
    found.concat(@driver.poll(0.05)) while Process.clock_gettime(Process::CLOCK_MONOTONIC) < deadline
    found
  end

  def numbers(items) = items.grep(Drivers::Sample).map(&:number)

  def test_it_learns_what_is_there_and_every_sample_comes_once
    made = driver(cells: 2)
    found = numbers(collected(0.4))

    assert_equal(%w[force force displacement], made.channels.map(&:role))
    assert_operator found.size, :>, 20 # how many is the machine's to say
    assert_equal [*found.first..found.last], found
  end

  def test_a_ramp_a_hold_and_a_stop
    made = driver
    made.lock
    made.set_limits(force_limit: 40_000, travel_limit: 0.5)
    made.arm
    made.ramp_force(2000, 8000)
    items = collected(0.6)

    assert_equal ["STATE ARMED", "STATE RAMP", "STATE HOLD"], items.grep(Drivers::Event).map(&:word)
    made.ramp_force(20_000, 2000)

    made.cry_stop

    assert_equal "STOPPED", made.status.first
    assert_in_delta 55, made.zero(0), 3000
  end

  def test_a_refusal_has_its_code
    made = driver
    error = assert_raises(Drivers::Refused) { made.arm }

    assert_equal(-203, error.code)
  end

  # The line was cut and mended: what was measured meanwhile is read back, with the break that happened.
  def test_what_happened_while_away_is_read_back
    made = driver(specimen: "print:3000")
    made.lock
    made.set_limits(force_limit: 40_000, travel_limit: 0.5)
    made.arm
    before = collected(0.1)
    made.ramp_travel(0.05, 0.02)
    made.close
    sleep 0.7

    assert_equal :same, made.open
    items = before + collected(0.5)
    assert_equal [*numbers(items).first..numbers(items).last], numbers(items)
    assert_includes items.grep(Drivers::Event).map(&:word), "BREAK"
  end

  # All that can be had, at ten thousand a second after three seconds away; what happened meanwhile is told once.
  def test_all_of_a_long_absence_is_read_back_and_events_once
    made = driver(specimen: "print:3000", rate: 10_000.0)
    made.lock
    made.set_limits(force_limit: 40_000, travel_limit: 0.5)
    made.arm
    items = collected(0.2)
    made.ramp_travel(0.05, 0.02)
    made.close
    sleep 3
    made.open
    items += collected(3)
    items += made.collect_owed(5)
    told = numbers(items).sort

    assert_equal [*told.first..told.last], told
    assert_operator told.size, :>, 30_000
    events = items.grep(Drivers::Event)
    assert_equal events.uniq, events
    assert_equal(1, events.count { |event| event.word == "BREAK" })
  end

  # The refusal of a limit comes when everybody gave up waiting: it is not the answer to the next question.
  def test_a_late_answer_belongs_to_its_own_question
    scripted do |socket, line|
      case line
      when "SOUR:LIM:FORC 40000"
        Thread.new do
          sleep 1.2
          socket.write("ERR -222,\"out of range\"\n")
        end
      else usual(socket, line)
      end
    end
    @driver.open
    error = assert_raises(Drivers::Refused) { @driver.set("SOUR:LIM:FORC 40000") }
    assert_predicate error, :silence?
    sleep 0.3

    assert_equal "OK", @driver.ask("SOUR:ARM")
    assert_equal "IDLE", @driver.status.first
  end

  # Something that looks like an acknowledgement, and the real answer, a refusal, behind it.
  def test_an_unasked_ok_does_not_set_a_limit
    count = 0
    scripted do |socket, line|
      if line.start_with?("SOUR:LIM:FORC")
        socket.write((count += 1) < 3 ? "OK\nERR -221,\"not now\"\n" : "OK\n")
      else
        usual(socket, line)
      end
    end
    @driver.open
    @driver.set("SOUR:LIM:FORC 40000")

    assert_equal 3, count
  end

  def test_nothing_that_moves_leaves_once_it_is_halted
    sent = []
    scripted do |socket, line|
      sent << line
      usual(socket, line)
    end
    @driver.open
    @driver.halt!

    assert_raises(Drivers::Refused) { @driver.ramp_force(1000, 100) }
    assert_raises(Drivers::Refused) { @driver.release(100) }
    @driver.cry_stop
    @driver.status
    assert_equal %w[SOUR:STOP SYST:STAT?], sent.last(2)
  end

  def test_a_bench_that_was_switched_off_and_on_is_a_new_record
    made = driver
    collected(0.1)
    made.close
    @made.instance_variable_set(:@boot, 7)

    assert_equal :rebooted, made.open
    assert_operator numbers(collected(0.2)).size, :>, 50
  end

  # A bench by script: what it sends for each line that comes.
  def scripted(&answers)
    @listening = TCPServer.new("127.0.0.1", 0)
    @script = Thread.new do
      loop do
        socket = @listening.accept
        while (line = socket.gets)
          yield(socket, line.chomp)
        end
      rescue SystemCallError, IOError
        nil
      end
    end
    @driver = Drivers::TcpBench.new("127.0.0.1", @listening.addr[1])
  end

  def usual(socket, line)
    socket.write({ "SYST:BOOT?" => "1\n", "*IDN?" => "maker,model,7,1\n", "SYST:VERS?" => "MA-1\n",
                   "SYST:STAT?" => "IDLE,0,1.5\n",
                   "SENS:CHAN?" => "0:force:N:1000:1;1:displacement:m:1:1e-5\n" }[line] || "OK\n")
  end

  def test_garbage_is_thrown_away_and_counted_and_missing_fields_are_kept
    scripted do |socket, line|
      usual(socket, line)
      next unless line == "TRAC:STAR"

      socket.write("D 0,0.0,1.5,0.1\n\xFF\xFEbinary\nwhat is this\nD 1,0.1,,0.1\n")
      socket.write("D 2,0.2,oops,0.1\nD 3,0.3,1\nD x,1,2,3\n")
      socket.write("D 3,0.3,2.")
      sleep 0.05
      socket.write("5,0.2\nE 0.4,BREAK\nE nonsense\n")
    end
    @driver.open
    found = collected(0.3)

    assert_equal [0, 1, 2, 3], numbers(found)
    assert_equal([1.5, nil, nil, 2.5], found.grep(Drivers::Sample).map { |s| s.values[0] })
    assert_equal ["BREAK"], found.grep(Drivers::Event).map(&:word)
    assert_equal [2, true], [@driver.missing, @driver.garbage >= 4]
  end

  def test_repeated_samples_come_once_and_a_gap_is_asked_for
    scripted do |socket, line|
      case line
      when "TRAC:STAR" then socket.write("OK\nD 0,0.0,1,0\nD 0,0.0,1,0\nD 5,0.5,6,0\n")
      when /\ATRAC:READ\? (\d+),(\d+)/
        first = Regexp.last_match(1).to_i
        socket.write("D 6,0.6,7,0\n")
        held = Array.new(Regexp.last_match(2).to_i) { |k| first + k } - [2] # one it no longer holds
        held.each { |number| socket.write("D #{number},0.#{number},#{number + 1},0\n") }
        socket.write("OK\n")
      else usual(socket, line)
      end
    end
    @driver.open

    assert_equal [0, 1, 3, 4, 5, 6], numbers(collected(0.3))
  end

  # Not told by anything but its numbers: the same ones with another clock.
  def test_numbers_that_begin_again_are_a_new_record_and_a_repeat_is_not
    scripted do |socket, line|
      next socket.write("ERR -113,\"unknown\"\n") if line == "SYST:BOOT?"

      usual(socket, line)
      next unless line == "TRAC:STAR"

      socket.write("D 7,0.7,1,0\nD 8,0.8,2,0\nD 7,0.7,1,0\nD 9,0.9,3,0\n")
      socket.write("D 7,0.07,5,0\nD 8,0.08,6,0\n")
    end
    @driver.open
    found = collected(0.3)
    at = found.index { |item| item.is_a?(Drivers::Event) }

    assert_equal [[7, 8, 9], "RESTART", [7, 8]], [numbers(found[0...at]), found[at].word, numbers(found[at..])]
  end

  # Garbage of every kind between sound samples: each of those comes once, in order, and nothing else.
  def test_no_garbage_hides_a_sample_or_makes_one
    random = Random.new(4)
    scripted do |socket, line|
      usual(socket, line)
      next unless line == "TRAC:STAR"

      200.times do |i|
        socket.write("#{random.bytes(random.rand(40)).tr("\n", ' ')}\n") if random.rand < 0.3
        socket.write(["D\n", "E\n", "D 1\n", "OK\n", "D ,,,\n", "E x,y\n"].sample(random: random)) if random.rand < 0.3
        text = "D #{i},#{i * 0.01},#{i}.5,0\n"
        cut = random.rand(text.size)
        socket.write(text[0...cut]) && socket.flush
        socket.write(text[cut..])
      end
    end
    @driver.open

    assert_equal [*0...200], numbers(collected(0.6))
  end

  def test_a_bench_that_answers_nothing_is_told_and_not_waited_for
    scripted { |socket, line| usual(socket, line) unless line.start_with?("SOUR", "SYST:STAT") }
    @driver.open
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)

    assert_raises(Drivers::Refused) { @driver.ask("SOUR:HOLD", seconds: 0.2) }
    assert_operator Process.clock_gettime(Process::CLOCK_MONOTONIC) - began, :<, 3
  end

  def test_a_line_that_is_cut_is_told_and_nobody_at_home_too
    scripted do |socket, line|
      line == "TRAC:STAR" ? socket.write("OK\nD 0,0.0,1") && socket.close : usual(socket, line)
    end
    @driver.open

    assert_raises(EOFError) { 5.times { @driver.poll(0.1) } }
    refute_predicate @driver, :connected?
    @script.kill
    @listening.close
    assert_raises(SystemCallError) { @driver.open }
  end
end
