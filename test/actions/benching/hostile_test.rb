# frozen_string_literal: true

require_relative "../../support/committed_case"
require_relative "../../support/bench_desk"
require_relative "../../support/bad_weather"

# The recorder, through the application, against a bench in every weather that the protocol names: it stands after stop,
# nothing moves after a no, nothing is lost, one pull a journal. What really happened is asked of the bench.
class HostileTest < CommittedCase
  include BenchDesk
  include BadWeather

  SEEDS = [3, 11, 20].freeze
  STANDING = %i[stopped idle armed hold estop fault].freeze

  def teardown
    @hostile&.stop
    close_desk
    super
  end

  # A lot at a bench behind bad weather, with a pull that takes a second.
  def behind(weather, seed: 3, rate: 0.006, hertz: 200.0)
    @weather = weather
    @lot = lot_at_bench
    open_desk(specimen: "print:3000", rate: hertz)
    @hostile = HostileBench.new(@port, weather)
    @bench_row.update(address: "127.0.0.1:#{@hostile.port}")
    @procedure = quick_break(rate)
    connected
    seed
  end

  def quick_break(rate)
    Benching::SaveProcedure.call(name: "Quick break", person_id: person.id,
                                 content: { kind: "break", steps: [{ does: "zero" },
                                                                   { does: "break", rate: rate }] }).key
  end

  def live = Benching::RecorderLine.ask(@bench_row.id, "shown")
  def connected = patiently { live[:connected] }
  def machine = @made.machine
  def begin_pull = start(@lot, @procedure)
  def moving? = machine.moving?
  def under_way = patiently { moving? && machine.newtons > 200 }

  # What the journal holds against what the bench measured meanwhile.
  def nothing_lost!(kept)
    path = patiently { Dir[File.join(@var, "journal/kept/#{kept.uid}.journal")].first }
    numbers = MildAnvil::Devices::Recorder::Journal.read(path).samples.map(&:number).sort

    assert_equal numbers.uniq, numbers
    assert_equal [*numbers.first..numbers.last], numbers, "readings are missing"
    numbers
  end

  def one_pull!(kept)
    assert kept.pull_id, "#{kept.ended}: #{kept.unkept}"
    assert_equal [kept.pull_id], Models::Pull.where(lot_id: @lot.id).select_map(:id)
  end

  def stands!(seconds = 0.3)
    before = [machine.metres, machine.state]
    sleep seconds

    refute_predicate machine, :moving?
    assert_in_delta before.first, machine.metres, 1e-9
  end

  def broke!(kept)
    one_pull!(kept)
    nothing_lost!(kept)

    assert_equal %w[finished broken], [kept.state, kept.ended]
  end

  def self.test_each(name, &block)
    SEEDS.each { |seed| define_method("test_#{name}_#{seed}") { instance_exec(seed, &block) } }
  end

  { torn: Torn, missing: Missing, repeated: Repeated }.each do |name, kind|
    test_each("a_pull_is_whole_where_lines_are_#{name}") do |seed|
      behind(kind.new(seed))
      broke!(over(begin_pull))
    end
  end

  test_each("a_bench_that_refuses_every_third_command_is_pulled_and_stopped") do |seed|
    behind(Refusing.new(seed))
    run = begin_pull
    under_way
    stop_and_stand
    kept = over(run)

    one_pull!(kept)
    nothing_lost!(kept)
  end

  test_each("stop_is_said_until_it_stands_whatever_is_refused") do |seed|
    behind(RefusingStop.new(seed))
    run = begin_pull
    under_way
    stop_and_stand

    assert_operator @hostile.commands.count("SOUR:STOP"), :>=, 3
    one_pull!(over(run))
  end

  # What is said to stand stands; until then it is not said.
  def stop_and_stand
    told = MildAnvil::Web::StopDoor.stop(@bench_row.id, nil)
    refute_predicate self, :moving?, "said to stand, and moves" if told[:stands]
    patiently do
      shown = live[:stop]
      refute moving? && shown && shown[:stands], "said to stand, and moves"
      shown && shown[:stands]
    end
    stands!
  end

  # An answer that is late is not the next one's: a limit that was refused is not believed to be set.
  test_each("a_late_answer_is_nobody_elses") do |seed|
    behind(Late.new(seed, ["SYST:WATC", "SYST:LOCK", "SOUR:LIM:FORC"][seed % 3]))
    run = begin
      begin_pull
    rescue MildAnvil::Conflict
      nil
    end
    next kept_or_still(run) if run

    stands!(1.0)
    assert_equal "refused", Models::Run.order(:id).last.state
  end

  def kept_or_still(run)
    assert_equal 2, @made.limits.size
    broke!(over(run))
  end

  # The limit never came to be: it does not arm.
  test_each("a_limit_that_nobody_acknowledged_is_none") do |seed|
    behind(LateRefusal.new(seed, "SOUR:LIM:FORC"))

    assert_raises(MildAnvil::Conflict) { begin_pull }
    refute_includes @hostile.commands.last(40).grep(/SOUR:(RAMP|ARM)/), "SOUR:ARM"
    stands!(1.5)
    assert_equal [0, "refused"], [machine.steps, Models::Run.order(:id).last.state]
  end

  # It hears nothing: it is never said to stand before it does, and its own watchdog ends it.
  test_each("a_bench_that_answers_nothing_at_all") do |seed|
    behind(Deaf.new(seed))
    run = begin_pull
    under_way
    @weather.deaf = true
    told = MildAnvil::Web::StopDoor.stop(@bench_row.id, nil)

    refute told[:stands] && moving?
    patiently { !moving? }
    patiently { live.dig(:stop, :stands) }
    @weather.deaf = false
    one_pull!(over(run))
  end

  # It pulls and says nothing, while commands are answered.
  test_each("silence_while_it_moves_is_a_stop") do |_seed|
    behind(Weather.new(3), rate: 0.002)
    run = begin_pull
    under_way
    @weather.silent = true
    patiently { !moving? }

    assert_match(/no reading/, live.dig(:stop, :why).to_s)
    @weather.silent = false
    kept = over(run)
    one_pull!(kept)
    nothing_lost!(kept)
    assert_includes kept.read(:results)[:outcomes].map { |one| one[:words] }.join, "no reading"
  end

  # The line is cut in the middle of a word, and nobody is let in for a while: the pull goes on to its break.
  test_each("a_line_that_is_cut_ends_no_good_pull") do |seed|
    behind(Closed.new(seed), rate: 0.003)
    run = begin_pull
    under_way
    @weather.closed = true
    @hostile.cut
    sleep 0.3 + (0.2 * (seed % 3))
    @weather.closed = false
    broke!(over(run))
  end

  # Switched off and on: what there was is a record of its own, and nothing of before is shown.
  test_each("a_bench_that_is_switched_off_and_on_ends_the_record") do |seed|
    kept = switched_off_and_on(Closed.new(seed))

    assert_equal "interrupted", kept.state
    one_pull!(kept)
    assert_includes [nil, "IDLE"], patiently { live.then { |shown| shown[:connected] && [shown[:state]] } }.first
  end

  # The same, where only its numbers tell it.
  test_each("a_restart_is_seen_by_numbers_that_begin_again") do |seed|
    kept = switched_off_and_on(Nameless.new(seed))

    assert_equal ["interrupted", "the bench was switched off and on"], [kept.state, kept.ended]
    one_pull!(kept)
  end

  # What happened while nobody listened is read back, told once, and is the cause.
  test_each("an_emergency_stop_while_away_is_read_back_and_named") do |seed|
    behind(Closed.new(seed), rate: 0.002)
    run = begin_pull
    under_way
    @weather.closed = true
    @hostile.cut
    sleep 0.1
    line.ask("SIM:ESTOP")
    sleep 0.3
    @weather.closed = false
    kept = over(run)

    one_pull!(kept)
    nothing_lost!(kept)
    assert_equal ["ESTOP"], kept.bench_events.map(&:word)
    assert_match(/emergency stop/, kept.read(:results)[:outcomes].to_s)
  end

  # A channel that goes on saying the same while the bench moves.
  test_each("a_cell_that_freezes_is_stopped_and_is_no_break") do |seed|
    behind(Weather.new(seed), rate: 0.003)
    @made.put_in("rope:30000")
    run = begin_pull
    patiently { moving? && machine.newtons > 600 } # well above what counts as slack: twenty steps of the cell
    @made.gauges.first.freeze_here
    kept = over(run)

    stands!
    one_pull!(kept)
    assert_match(/the cell froze/, kept.read(:results)[:outcomes].to_s)
    assert_equal "stopped", kept.ended
  end

  # In mid-pull, and nobody is let in meanwhile; what is pulled does not break before.
  def switched_off_and_on(weather)
    behind(weather, rate: 0.003)
    @made.put_in("rope:30000")
    run = begin_pull
    under_way
    @weather.closed = true
    restart_bench
    @hostile.cut
    @hostile.to_port = @port
    @weather.closed = false
    over(run)
  end

  def restart_bench
    @stopping = true
    @serving.join
    bench(specimen: "print:3000", rate: 200.0)
  end

  # Pressed at any moment; what the bench said is kept with its sample and is the cause.
  test_each("an_emergency_stop_at_any_moment") do |seed|
    behind(Weather.new(seed), rate: 0.002)
    run = begin_pull
    sleep 0.2 * (seed % 4)
    line.ask("SIM:ESTOP")
    kept = over(run)
    told = kept.bench_events.map(&:word)

    assert_includes told, "ESTOP" if kept.pull_id
    assert_match(/emergency stop/, kept.read(:results)[:outcomes].to_s) if told.include?("ESTOP")
    refute_predicate machine, :moving?
  end

  # A cell is lost on the way up: the pull is there, and no more than at least.
  test_each("a_lost_cell_ends_as_a_pull_with_at_least") do |seed|
    behind(Weather.new(seed), rate: 0.002)
    run = begin_pull
    under_way
    line.ask("SIM:CELL 0")
    kept = over(run)

    one_pull!(kept)
    assert_equal "dropout", kept.pull.measurement("peak").lower_bound_cause
    assert_equal ["CELL 0 LOST"], kept.bench_events.map(&:word).grep(/CELL/)
    assert_match(/cell was lost/, kept.read(:results)[:outcomes].to_s)
  end
end
