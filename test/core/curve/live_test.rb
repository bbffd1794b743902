# frozen_string_literal: true

require_relative "../../test_helper"

# What is told while samples arrive is what the whole recording gives at its end.
class LiveTest < CoreCase
  FOLDER = File.join(FIXTURES, "random")
  STATES = 40

  # [the states on the way, the last one, the analysis of the whole]
  def run_live(recording)
    travel = recording.displacement
    live = Curve::Live.new(role: recording.main.role, travel: !travel.nil?)
    every = [recording.size / STATES, 1].max
    states = (0...recording.size).filter_map do |i|
      live.push(recording.time_axis[i], recording.main.samples[i], travel&.samples&.at(i))
      live.state if (i % every).zero?
    end
    analysis = live.finish
    [states, live.state, analysis]
  end

  def recording(truth) = read_file(File.binread(File.join(FOLDER, "#{truth['file']}.gz"))).recording

  Dir[File.join(FOLDER, "*.json")].each do |path|
    truth = JSON.parse(File.read(path))
    next if truth.dig("dialect", "asks")&.any? || truth["rows"]["total"] > 12_000

    define_method("test_#{truth['name']}_ends_as_the_whole") { agrees(recording(truth)) }
  end

  def test_the_stretches_of_a_pull_are_told_as_they_come
    states, = run_live(pulled)
    kinds = states.map(&:kind).chunk_while { |a, b| a == b }.map(&:first)

    assert_equal %i[rest loading standing loading], kinds.first(4)
    assert_in_delta 100.0, states.find { |s| s.seconds > 9 }.newtons_per_second, 8.0
    assert(states.none? { |s| s.broke_seconds && s.seconds < 38 })
    assert_in_delta 38.0, states.last.broke_seconds, 0.3
  end

  def test_a_load_taken_off_is_no_break
    states, = run_live(pulled(released: true))

    assert(states.none?(&:broke_seconds))
    assert_includes states.map(&:kind), :unloading
  end

  def test_a_full_cell_is_said_while_it_is_full
    states, = run_live(pulled(limit: 1500.0))

    assert(states.any?(&:full))
    assert(states.none? { |s| s.full && s.newtons < 1400 })
  end

  def test_a_time_that_runs_backwards_is_refused
    live = Curve::Live.new.push(1.0, 0.0)

    assert_raises(MildAnvil::InvalidInput) { live.push(0.5, 0.0) }
    assert_nil live.state
  end

  private

  def agrees(recording)
    _, last, analysis = run_live(recording)
    return if analysis.steady? || !analysis.pulled?

    assert_in_delta analysis.peak_newtons, last.peak_newtons, 1e-9
    assert_equal !(analysis.quiet || analysis.quiet_after).nil?, last.zero
    broke(analysis.of(Curve::Findings::Break).first, last, analysis)
  end

  # A sudden break is told by both or by neither, at the same time.
  def broke(found, last, analysis)
    return if found.nil? && analysis.of(Curve::Findings::Release).empty?
    return if found && (found.extra[:speed] != "sudden" || analysis.clean.size - found.extra[:sample] < 5)
    return assert_nil(last.broke_seconds) if found.nil?

    assert last.broke_seconds, "no break told, #{found.at_seconds} s found"
    assert_in_delta found.at_seconds, last.broke_seconds, [0.3, 3 * analysis.time_axis.typical_interval_seconds].max
  end

  # Rest, up to 1 kN, held for ten seconds, up to 2.5 kN, and the break; at 50 Hz with some noise.
  def pulled(released: false, limit: Float::INFINITY)
    random = Random.new(4)
    course = [[0, 0, 5], [0, 1000, 10], [1000, 1000, 8], [1000, 2500, 15]]
    course += released ? [[2500, 0, 4], [0, 0, 3]] : [[0, 0, 4]]
    forces = course.flat_map { |a, b, s| Array.new(s * 50) { |i| a + ((b - a) * i / (s * 50.0)) } }
    forces = forces.map { |f| [f + (4 * (random.rand - 0.5)), limit].min.round(2) }
    axis = Curve::TimeAxis.from(Array.new(forces.size) { |i| i * 0.02 })
    Curve::Recording.new(time_axis: axis,
                         channels: [Curve::Channel.new(name: "F", role: "force",
                                                       samples: forces, main: true)])
  end
end
