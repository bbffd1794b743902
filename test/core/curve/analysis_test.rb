# frozen_string_literal: true

require_relative "../../test_helper"

class AnalysisTest < CoreCase
  REST = Array.new(50) { |i| 5.0 + (i.odd? ? 0.5 : -0.5) }

  def ramp(to, count = 200) = Array.new(count) { |i| 5.0 + (to * (i + 1) / count) }
  def found(forces, **rest) = Curve::Analysis.new(recording(forces, **rest)).findings.to_h { |f| [f.kind, f] }
  def after = Array.new(80) { |i| 5.0 + (i.even? ? 0.5 : -0.5) }

  def test_zero_peak_and_sudden_break_of_a_plain_pull
    kinds = found([*REST, *ramp(900.0), *after])

    assert_in_delta 900.0, kinds[:peak].force_newtons, 0.6
    assert_in_delta 5.0, kinds[:zero].extra[:offset_newtons], 0.6
    assert_equal "sudden", kinds[:break].extra[:speed]
    refute kinds[:residual].extra[:carries]
  end

  def test_a_spike_is_set_aside_and_said
    forces = [*REST, *ramp(900.0), *after]
    forces[120] = 4000.0
    peak = found(forces)[:peak]

    assert_in_delta 900.0, peak.force_newtons, 0.6
    assert_match(/1 spike/, peak.because)
  end

  def test_a_last_leap_that_breaks_the_part_is_no_spike
    assert_in_delta 900.0, found([*REST, *ramp(900.0, 40), *after])[:peak].force_newtons, 0.6
  end

  def test_tension_may_be_negative
    kinds = found([*REST, *ramp(900.0), *after].map(&:-@))

    assert_in_delta 900.0, kinds[:peak].force_newtons, 0.6
    assert_equal(-1, kinds[:zero].extra[:sense])
  end

  def test_a_recording_that_starts_under_load_keeps_its_readings
    kinds = found(ramp(900.0).drop(60))

    assert_match(/starts and ends under load/, kinds[:zero].because)
    assert_in_delta 905.0, kinds[:peak].force_newtons, 1e-9
  end

  def test_a_cell_at_its_end_gives_a_lower_bound
    noisy = Array.new(200) { |i| 5.0 + (4.5 * i) + ((i * 7919) % 5) }
    assert found([*REST, *noisy, *Array.new(30, 920.0), *after])[:peak].extra[:lower_bound]
    refute found([*REST, *noisy, *after])[:peak].extra[:lower_bound]
  end

  def test_letting_go_by_hand_is_a_release_and_no_break
    down = Array.new(300) { |i| 905.0 - (3.0 * (i + 1)) }
    travel = [*Array.new(50, 0.0), *Array.new(200) { |i| i * 1e-4 }, *Array.new(300) do |i|
      0.02 - (i * 6e-5)
    end, *Array.new(80, 0.002)]
    kinds = found([*REST, *ramp(900.0), *down, *after], travel: travel)

    assert_nil kinds[:break]
    assert_in_delta 2.5, kinds[:release].at_seconds, 0.1
  end

  def test_coarse_stamps_cannot_tell_how_fast_it_broke
    assert_equal "unknown", found([*REST, *ramp(900.0, 60), *after], interval: 0.5)[:break].extra[:speed]
  end

  def test_the_sampling_bound_is_rate_times_interval
    assert_in_delta 4.5, found([*REST, *ramp(900.0), *after])[:peak].extra[:missed_newtons], 0.05
  end

  def test_every_registered_finding_keeps_the_contract
    analysis = Curve::Analysis.new(recording([*REST, *ramp(900.0), *after]))
    Curve::Findings.all.flat_map { |f| f.find(analysis) }.each do |finding|
      assert_operator finding.because.size, :>, 10
      assert_kind_of Hash, finding.extra
    end
  end

  def test_the_pyramid_keeps_every_extreme
    samples = Array.new(50_000) { |i| Math.sin(i / 700.0) * (i % 97) }
    levels = Curve::Pyramid.build(Packed.pack(samples))

    assert_equal [16, 64], levels.map(&:bin).first(2)
    levels.each { |level| assert_equal samples.minmax, [Packed.unpack(level.lows).min, Packed.unpack(level.highs).max] }
    assert_equal samples[64, 64].minmax, [Packed.unpack(levels[1].lows)[1], Packed.unpack(levels[1].highs)[1]]
  end

  def test_the_pyramid_passes_over_missing_numbers
    level = Curve::Pyramid.build(Packed.pack(([Float::NAN] * 16) + (1..9000).map(&:to_f))).first
    lows = Packed.unpack(level.lows)

    assert_predicate lows[0], :nan?
    assert_in_delta 1.0, lows[1]
  end

  def test_stamps_are_even_or_kept
    assert_predicate Curve::TimeAxis.from([0.0, 0.1, 0.2, 0.30000000000000004]), :even?
    uneven = Curve::TimeAxis.from([0.0, 0.1, 0.25, 0.3])

    refute_predicate uneven, :even?
    assert_equal 2, uneven.index_at(0.2)
    assert_in_delta 0.1, uneven.typical_interval_seconds, 0.051
  end

  # Seconds that came from the axis find the sample they came from, whatever 0.1 + 0.2 is.
  def test_the_time_of_a_sample_is_that_samples
    axis = Curve::TimeAxis.new(size: 1000, start_seconds: 0.0, interval_seconds: 0.1)

    assert_equal([*0...1000], (0...1000).map { |i| axis.index_at(axis[i]) })
    assert_equal([399, 400], [39.9000000001, 39.91].map { |t| axis.index_at(t) })
  end
end
