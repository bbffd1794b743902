# frozen_string_literal: true

require_relative "../../test_helper"

# Procedures as they are written, and as they are judged while they run against a simulated bench in its own time.
class PullRunTest < CoreCase
  Pull = MildAnvil::Core::Pull
  Rig = MildAnvil::Devices::Simulator::Rig
  SHIPPED = JSON.parse(File.read("data/procedures.json"), symbolize_names: true).fetch(:rows)
  LOADS = { "proof" => 4000.0, "working_load" => 2000.0, "expected" => 6000.0 }.freeze
  TICK = 0.05
  LONGEST = 4000.0

  def procedure(*steps, loads: LOADS) = Pull::Procedure.new({ name: "Try", kind: "break", steps: steps }, loads: loads)
  def ramp(to, rate = 2000) = { does: "ramp", to: to, rate: rate }
  def hold(seconds) = { does: "hold", seconds: seconds }

  # Drives it in the bench's own clock, as fast as it computes.
  def run_on(procedure, specimen: "print:6000", sound: true, fixture: Pull::Fixture.new(push: procedure.push?), **bench)
    @fixture = fixture
    @bench = Rig::Bench.made(capacity: 20_000.0, seed: 3, rate: 50.0,
                             parts: { noise: 1.0, resolution: 2.0, offset: 0.0 }, **bench)
    @bench.put_in(specimen)
    @bench.limits = { "force" => 19_000.0, "displacement" => 0.5 }
    @bench.machine.arm
    run = Pull::Run.new(procedure, resolution: fixture.step(2.0), reach_metres: 0.05)
    obey(run, run.begin)
    drive(run, sound) { |reading| yield run, reading if block_given? }
    run
  end

  def drive(run, sound)
    until run.ended || @bench.clock > LONGEST
      @bench.run_until(@bench.clock + TICK) { nil }
      broke = @bench.machine.specimen.failed
      values = @bench.measure
      roles = @bench.gauges.map(&:role)
      reading = Pull::Run::Reading.new(seconds: @bench.clock, newtons: @fixture.load(values, roles),
                                       metres: values[roles.index("displacement")],
                                       state: @bench.machine.state.to_s.upcase, broke: !broke.nil?)
      yield reading
      obey(run, run.tick(reading))
      obey(run, run.inspected(run.step.points.to_h { |p| [p, sound] })) if run.step&.does == "inspect"
      obey(run, run.measured(read_by_hand(run.step))) if run.step&.does == "measure"
    end
  end

  def read_by_hand(step)
    step.figures.to_h do |figure|
      [figure.name, { text: "2", unit: figure.unit, si: figure.unit == "words" ? nil : 2.0 }]
    end
  end

  def obey(run, commands)
    commands.map { |command| @fixture.command(command) }.each do |name, *rest|
      case name
      when :stop then @bench.machine.stop
      when :zero then obey(run, run.zeroed(0.0))
      when :ramp_force then @bench.machine.go(:ramp, of: :force, to: rest[0], rate: rest[1])
      when :ramp_travel then @bench.machine.go(:ramp, of: :disp, to: rest[0], rate: rest[1])
      when :release then @bench.machine.go(:release, of: :force, to: 0.0, rate: rest[0])
      when :cycle
        @bench.machine.go(:cycle, of: :force, low: rest[0], high: rest[1], hertz: rest[2], count: rest[3])
      end
    end
  end

  # An arm and a piston of one: the loads that are newtons elsewhere do.
  SPECIMENS = { "bend" => "friction:6000" }.freeze # that goes so far
  LEVERS = { arm: 1.0, piston: 1.0 }.freeze

  def fixture_of(measured, made)
    Pull::Fixture.of(measured, push: made.push?, arm_metres: 1.0, piston_square_metres: 1.0)
  end

  def states(run) = run.outcomes.map(&:state)

  SHIPPED.each do |content|
    define_method("test_shipped_#{content[:key]}_runs_to_its_end") do
      made = Pull::Procedure.new(content, loads: LOADS)
      measured = content.fetch(:measurands, ["force"]).first
      fixture = made.moves? && measured != "energy" ? fixture_of(measured, made) : Pull::Fixture.new
      usual = made.push? ? "pressed-print:6000" : "print:6000"
      run = run_on(made, fixture: fixture, specimen: SPECIMENS.fetch(content[:kind], usual), **LEVERS)

      assert_equal ["done"], states(run).uniq, run.outcomes.map(&:words).inspect
      assert_equal content[:steps].any? { |s| s[:does] == "break" } ? "broken" : "finished", run.ended
    end
  end

  def test_a_proof_is_reached_held_at_or_above_and_looked_at
    run = run_on(procedure(ramp({ of: "proof" }), hold(60), { does: "release", rate: 2000 },
                           { does: "inspect", points: %w[cuts cracks] }))
    held = run.outcomes[1].figures

    assert_predicate run, :proof_passed?
    assert_operator held[:lowest_newtons], :>=, 4000 - 2
    assert_operator run.highest, :<=, 4000 * 1.05
    assert_in_delta 60, held[:held_seconds], 0.1
  end

  def test_sixty_seconds_are_told_as_sixty_and_a_hold_on_the_way_proves_nothing
    held = Pull::Held.new(target: nil, for_seconds: 60, over_share: 0.05, resolution: 1.0)
    600.times { held.note(5.0, 0.1) }
    staged = Pull::Procedure.new({ name: "Staged", kind: "staged", steps: [ramp(2000), hold(1)] })
    run = run_on(staged)

    assert_predicate held, :done?
    assert_nil run.proof_passed?
    assert_equal "held 60 s", run_on(procedure(ramp(2000), hold(60))).outcomes[1].words
  end

  # Readings that stay away begin the count anew; a slow cell, evenly slow, does not.
  def test_time_without_a_reading_is_not_held
    held = Pull::Held.new(target: 5.0, for_seconds: 60, over_share: 0.05, resolution: 0.1)
    300.times { held.note(5.0, 0.1) }
    held.note(5.0, 50.0)
    290.times { held.note(5.0, 0.1) }
    slow = Pull::Held.new(target: 5.0, for_seconds: 60, over_share: 0.05, resolution: 0.1)
    17.times { slow.note(5.0, 5.0) }

    assert_in_delta 29.0, held.seconds, 1e-6
    assert_in_delta 50.0, held.unseen_seconds
    refute_predicate held, :done?
    assert_in_delta 70.0, slow.seconds # the first three told what is usual
  end

  # A specimen that creeps is tightened again, and that is kept.
  def test_what_relaxes_is_tightened_before_it_falls_below
    run = run_on(procedure(ramp(4000), hold(1500)))

    assert_predicate run, :proof_passed?
    assert_operator run.outcomes[1].figures[:tightened], :>=, 1
    assert_operator run.outcomes[1].figures[:lowest_newtons], :>=, 4000 - 2
  end

  def test_a_proof_that_lets_go_on_the_way_is_not_reached
    run = run_on(procedure(ramp(4000), hold(60)), specimen: "print:3000")

    assert_equal [%w[failed skipped], "broken", false], [states(run), run.ended, run.proof_passed?]
    assert_match(/not reached/, run.outcomes[0].words)
  end

  def test_a_proof_that_was_stopped_is_not_held
    run = run_on(procedure(ramp(4000), hold(60))) do |going, reading|
      @bench.machine.stop if going.left && going.left < 30 && reading.state != "STOPPED"
    end

    assert_equal [%w[done stopped], "stopped", nil], [states(run), run.ended, run.proof_passed?]
  end

  # It slipped within its hold: the load is gone, and with it the proof.
  def test_a_hold_that_falls_below_is_not_held_and_the_load_is_taken_off
    run = run_on(procedure(ramp(4000), hold(60))) do |going, _|
      @bench.machine.specimen.instance_variable_set(:@yielded, 0.002) if going.left && going.left < 40
    end

    assert_match(/not held: fell below after (19|20)/, run.outcomes[1].words)
    refute_predicate run, :proof_passed?
    assert_equal :release, @bench.machine.state
  end

  def test_a_crack_that_was_seen_is_no_pass
    run = run_on(procedure(ramp(4000), hold(5), { does: "inspect", points: %w[cracks] }), sound: false)

    assert_equal ["not sound: cracks", "stopped"], [run.outcomes[2].words, run.ended]
    refute_predicate run, :proof_passed?
  end

  def test_one_that_does_not_break_is_told
    run = run_on(procedure({ does: "break", rate: 0.005 }), specimen: "rope:15000")

    assert_includes ["did not break as far as the bench goes", "broke"], run.outcomes[0].words
    assert_nil run.proof_passed?
  end

  # A joint that carries on at an eighth is broken, and its load is taken off.
  def test_one_that_carries_little_on_is_broken_and_let_off
    run = run_on(procedure({ does: "break", rate: 0.005 }), specimen: "joint:6000")

    assert_equal "broken", run.ended
    assert_match(/let go, and carries \d+ % on/, run.outcomes[0].words)
    assert_equal :release, @bench.machine.state
  end

  def test_an_emergency_stop_ends_it_at_any_step
    run = run_on(procedure(ramp(2000), hold(5), { does: "break", rate: 0.002 })) do |going, _|
      @bench.press_button if going.left && going.left < 3
    end

    assert_equal [%w[done stopped skipped], "stopped"], [states(run), run.ended]
  end

  BAD = { "steps are missing" => [], "is no step" => [{ does: "jump" }],
          "is needed for a ramp" => [{ does: "ramp", to: 5 }],
          "must be above 0" => [{ does: "ramp", to: -5, rate: 1 }],
          "hold before anything" => [{ does: "hold", seconds: 5 }],
          "go on after the break" => [{ does: "break", rate: 1 }, { does: "ramp", to: 5, rate: 1 }],
          "is no load" => [{ does: "ramp", to: { of: "luck" }, rate: 1 }],
          "must lie below" => [{ does: "cycle", low: 500, high: 100, hertz: 1, count: 5 }],
          "name one thing twice" => [{ does: "inspect", points: %w[cracks cracks] }],
          "name a thing twice" => [{ does: "measure", figures: [{ name: "Load", unit: "N" },
                                                                { name: "Load", unit: "kN" }] }],
          "needs Height of fall" => [{ does: "measure", works_out: "drop", figures: [{ name: "Mass", unit: "kg" }] }],
          "longer than a year" => [{ does: "ramp", to: 5, rate: 1e-300 }] }.freeze

  def test_a_procedure_that_makes_no_sense_is_refused_by_its_field
    BAD.each do |words, steps|
      error = assert_raises(MildAnvil::InvalidInput, words) { procedure(*steps) }
      assert_match(/#{words}/, error.message)
      assert_equal 1, error.details[:fields].size
    end
  end

  def test_a_load_that_nobody_stated_is_asked_for
    error = assert_raises(MildAnvil::InvalidInput) { procedure(ramp({ of: "proof" }), loads: {}) }

    assert_match(/needs the proof of this lot/, error.message)
  end

  def test_the_profile_is_drawn_in_its_own_time
    made = procedure(ramp(4000, 1000), hold(60), { does: "release", rate: 2000 })

    assert_equal [[0.0, 0.0], [4.0, 4000.0], [64.0, 4000.0], [66.0, 0.0]], made.profile
    assert_in_delta 4000, made.highest
  end
end
