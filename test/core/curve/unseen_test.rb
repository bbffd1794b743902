# frozen_string_literal: true

require_relative "../../test_helper"

# Time that nobody saw was not held; readings without a time have none.
class UnseenTest < CoreCase
  Curve = MildAnvil::Core::Curve
  WANTED = { newtons: 10_000.0, seconds: 60.0, below_share: 0.0 }.freeze
  INTERVAL = 0.1

  # A proof to 10.2 kN, held, let off; rows between the two times of the hold are lost. every: interval while it holds.
  def proof(held: 62.0, lost: nil, every: INTERVAL, level: 10_200.0)
    steps = [[2.0, 0.0], [8.0, level], [held, level], [4.0, 0.0], [2.0, 0.0]]
    rows = path(steps, every)
    rows = rows.reject { |t, _| lost && t.between?(10.0 + lost.begin, 10.0 + lost.end) }
    analysis(rows)
  end

  def path(steps, every)
    at = 0.0
    force = 0.0
    steps.each_with_index.flat_map do |(seconds, to), k|
      interval = k == 2 ? every : INTERVAL
      count = (seconds / interval).round
      made = (0...count).map { |i| [at + (i * interval), force + ((to - force) * i / count)] }
      at += seconds
      force = to
      made
    end
  end

  def analysis(rows, timed: true)
    axis = Curve::TimeAxis.from(rows.map(&:first))
    noise = Random.new(7)
    forces = rows.map { |_, force| force + noise.rand(-3.0..3.0) }
    travel = rows.map { |_, force| force * 1.0e-6 }
    channels = [["force", forces, true], ["displacement", travel, false]].map do |role, samples, main|
      Curve::Channel.new(name: role, role: role, unit: nil, samples: samples, main: main)
    end
    recording = Curve::Recording.new(time_axis: axis, channels: channels, timed: timed)
    Curve::Analysis.new(recording, settings: Curve::Settings.new(holds: [WANTED]))
  end

  def hold(...) = proof(...).findings.find { |f| f.kind == :hold }

  def test_a_hold_that_was_seen_is_kept
    found = hold

    assert found.extra[:target][:satisfied]
    assert_in_delta 0.0, found.extra[:unseen_seconds]
    assert_match(/\Akept: 6[12]/, found.because)
  end

  def test_a_hold_over_a_gap_is_not_shown_to_be_kept
    found = hold(lost: 6.0..56.0)

    refute found.extra[:target][:satisfied]
    refute found.extra[:target][:shown]
    assert_in_delta 6.0, found.extra[:target][:seconds_at_or_above], 0.5
    assert_in_delta 12.0, found.extra[:seconds], 1.0
    assert_match(/\Anot shown to be kept: .* no sample for 50.* s of it/, found.because)
    assert_equal "look", found.confidence
  end

  def test_an_hour_that_nobody_saw_is_no_hold_either
    found = hold(held: 3700.0, lost: 30.0..3650.0)

    refute found.extra[:target][:satisfied]
    assert_in_delta 50.0, found.extra[:target][:seconds_at_or_above], 1.0
  end

  def test_a_gap_beside_a_stretch_that_is_long_enough_does_no_harm
    found = hold(held: 80.0, lost: 66.0..70.0)

    assert found.extra[:target][:satisfied]
    assert_match(/no sample for 4.* s of it/, found.because)
  end

  def test_several_gaps_are_added_up
    gaps = [[0.0, 2.0], [5.0, 6.0]].map { |from, to| Curve::Unseen::Gap.new(from: from, to: to) }

    assert_equal ["no sample for 3 s of it, in 2 gaps"], Curve::Unseen.words(gaps)
    assert_equal ["no sample for 2 s of it"], Curve::Unseen.words(gaps.first(1))
    assert_empty Curve::Unseen.words([])
  end

  def test_too_short_is_not_kept_with_a_gap_or_without
    assert_match(/\Anot kept: /, hold(held: 40.0).because)
    assert_match(/\Anot kept: /, hold(held: 40.0, lost: 10.0..20.0).because)
  end

  # A logger that is slower while it holds, evenly, left nothing out.
  def test_its_own_rate_explains_a_slower_log
    found = hold(every: 1.0)

    assert found.extra[:target][:satisfied]
    assert_in_delta 0.0, found.extra[:unseen_seconds]
  end

  def test_readings_without_times_have_no_hold_rate_or_seconds
    rows = path([[2.0, 0.0], [8.0, 10_000.0], [20.0, 10_000.0], [4.0, 0.0]], INTERVAL)
    found = analysis(rows, timed: false).findings

    assert_empty(found.select { |f| %i[hold rate].include?(f.kind) })
    assert_match(/no times/, found.find { |f| f.extra[:finding] == "loading rate" }.because)
    refute_match(/\bseconds|fall_seconds|hertz|per_second/, found.map { |f| keys(f.extra) }.join(" "))
    assert_in_delta 10_000.0, found.find { |f| f.kind == :peak }.force_newtons, 10.0
  end

  def keys(value)
    case value
    when Hash then value.flat_map { |key, v| [key, *keys(v)] }
    when Array then value.flat_map { |v| keys(v) }
    else []
    end
  end
end
