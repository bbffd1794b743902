# frozen_string_literal: true

require_relative "../support/store_case"

class SamplesTest < StoreCase
  def recording_of(forces, stamps: nil)
    lines = forces.each_with_index.map { |f, i| "#{stamps ? stamps[i] : format('%.3f', i * 0.001)},#{f}" }
    import(lot, "Time [s],Force [N]\n#{lines.join("\n")}\n").recording
  end

  def wave(count) = Array.new(count) { |i| (1000 + (900 * Math.sin(i / 4000.0)) + (i % 7)).round(2) }

  def test_samples_come_back_to_the_last_digit
    forces = wave(40_000)
    recording = recording_of(forces)

    assert_equal forces, MildAnvil::Store::Samples.all(recording.judged_channel.id, 40_000)
    assert_equal forces[16_380, 10],
                 MildAnvil::Store::Samples.read(recording.judged_channel.id, bin: 1, from: 16_380, count: 10).first
  end

  def test_the_original_file_is_kept_whole
    bytes = log_text
    pull = import(lot, bytes)

    assert_equal bytes, pull.recording.source_file.bytes
    assert_equal Digest::SHA256.hexdigest(bytes), pull.recording.source_file.sha256
  end

  def test_any_window_is_drawn_from_few_points_and_misses_no_extreme
    forces = wave(60_000)
    recording = recording_of(forces)
    whole = Actions::ReadWindow.call(recording_id: recording.id, points: 500)
    series = whole[:series].first

    assert_operator whole[:seconds].size, :<=, 500 * 16
    assert_in_delta forces.max - recording.judged_channel.zero_si, series[:highs].max, 1e-6
    near = Actions::ReadWindow.call(recording_id: recording.id, points: 500, from: 10.0, to: 10.1)

    assert_equal 1, near[:bin]
    at = near[:seconds].index { |t| (t - 10.05).abs < 1e-9 }
    assert_in_delta forces[10_050] - recording.judged_channel.zero_si, near[:series].first[:lows][at], 1e-6
  end

  def test_uneven_stamps_find_their_window
    stamps = Array.new(2000) { |i| format("%.4f", (i * 0.01) + (i.odd? ? 0.002 : 0)) }
    recording = recording_of(wave(2000), stamps: stamps)
    window = Actions::ReadWindow.call(recording_id: recording.id, points: 400, from: 5.0, to: 6.0)

    assert_nil recording.interval_seconds
    assert_in_delta 4.992, window[:seconds].first, 0.011
    assert_in_delta 6.0, window[:seconds].last, 0.013
  end

  def test_a_window_that_ends_before_it_starts_is_refused
    recording = recording_of(wave(100))
    assert_raises(MildAnvil::InvalidInput) { Actions::ReadWindow.call(recording_id: recording.id, points: 100, from: 2.0, to: 1.0) }
    assert_raises(MildAnvil::NotFound) { Actions::ReadWindow.call(recording_id: 999_999, points: 100) }
  end
end
