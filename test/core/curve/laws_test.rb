# frozen_string_literal: true

require_relative "../../support/known_curves"

# What must not matter: the unit of the force, the side from which it is counted, when the logger's clock began, the
# order
# of the channels. The same things are found, at the same places, in proportion.
class CurveLawsTest < CoreCase
  include KnownCurves

  # A power of two, so that nothing is rounded otherwise.
  STRENGTH = 8.0
  LATER = 4096.0
  FORCES = %w[force torque].freeze

  SOUND.each do |truth|
    name = truth["name"]
    define_method("test_#{name}_in_another_unit") do
      law(truth, STRENGTH,
          0.0) do |recording|
            changed(recording) do |channel, v|
              FORCES.include?(channel.role) ? v * STRENGTH : v
            end
          end
    end
    define_method("test_#{name}_counted_downwards") do
      law(truth, 1.0,
          0.0) do |recording|
            changed(recording) do |channel, v|
              FORCES.include?(channel.role) ? -v : v
            end
          end
    end
    define_method("test_#{name}_with_its_channels_turned_round") { law(truth, 1.0, 0.0) { |recording| Curve::Recording.new(time_axis: recording.time_axis, channels: recording.channels.reverse) } }
    # The laws of creep are laws of the time since it began.
    next if truth["events"].nil?

    define_method("test_#{name}_later") do
      law(truth, 1.0, LATER) do |recording|
        later(recording)
      end
    end
  end

  private

  def law(truth, strength, delay)
    recording = read_known(truth).recording
    plain, other = [recording, yield(recording)].map { |one| Curve::Analysis.new(one).findings.reject { |f| f.kind == :creep } }

    assert_equal(plain.map(&:kind).tally, other.map(&:kind).tally)
    plain.group_by(&:kind).each do |kind, found|
      pair(kind, found, other.select do |f|
        f.kind == kind
      end, strength, delay)
    end
  end

  def pair(kind, found, others, strength, delay)
    found.zip(others).each do |one, other|
      near(one.force_newtons&.*(strength), other.force_newtons, "force of #{kind}")
      near(one.at_seconds&.+(delay), other.at_seconds, "time of #{kind}")
      near(one.until_seconds&.+(delay), other.until_seconds, "end of #{kind}")
    end
  end

  def near(expected, got, message)
    return assert_nil(got, message) if expected.nil?

    assert_in_delta expected, got, [1e-4 * expected.abs, 1e-6].max, message # a sample more or less at an edge
  end

  def changed(recording)
    channels = recording.channels.map do |channel|
      samples = channel.samples.map { |v| yield(channel, v) }
      Curve::Channel.new(name: channel.name, role: channel.role, unit: channel.unit, main: channel.main,
                         samples: samples)
    end
    Curve::Recording.new(time_axis: recording.time_axis, channels: channels)
  end

  def later(recording)
    stamps = Array.new(recording.size) { |i| recording.time_axis[i] + LATER }
    Curve::Recording.new(time_axis: Curve::TimeAxis.from(stamps), channels: recording.channels)
  end
end
