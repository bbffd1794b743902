# frozen_string_literal: true

require_relative "../../support/known_curves"

# What changes how a recording was written, and not what happened: a constant added, every second row, a row between any
# two, the rest cut shorter on both sides. The same events are found at the same times, within what the change allows.
class ResamplingLawsTest < CoreCase
  include KnownCurves

  EVENTS = %i[fall later_peak break release hold cycles].freeze
  # Slower rows cannot tell a slip from a part that gave way.
  FALLS = %i[slip first_failure partial_failure].freeze
  SMALL = 0.04 # of the level: a fall near the gate may go in the rows that are left out
  # Dead weights, months of creep and the turns of a hand have other laws.
  CURVES = SOUND.reject { |truth| truth["name"].match?(/o10|o11|o12/) }

  CURVES.each do |truth|
    name = truth["name"]
    define_method("test_#{name}_with_a_constant_added") do
      same(truth, forces: true) { |recording| added(recording, 0.3) }
    end
    define_method("test_#{name}_with_every_second_row") { same(truth) { |recording| thinned(recording) } }
    define_method("test_#{name}_with_a_row_between_any_two") { same(truth) { |recording| doubled(recording) } }
    define_method("test_#{name}_with_shorter_rests") { same(truth, forces: true) { |recording| cut(recording) } }
  end

  private

  def same(truth, forces: false)
    recording = read_known(truth).recording
    changed = yield(recording)
    plain, other = [recording, changed].map { |one| events(Curve::Analysis.new(one)) }

    assert_equal plain.transform_values(&:size), other.transform_values(&:size)
    slack = [recording, changed].map { |one| slack(one) }.max
    plain.each { |kind, found| found.zip(other[kind]).each { |a, b| alike(a, b, slack, forces) } }
  end

  # Three rows, or two points of the course.
  def slack(recording)
    width = (recording.size / Curve::Course::MOST_POINTS.to_f).ceil
    [3, 2 * width].max * recording.time_axis.typical_interval_seconds
  end

  def alike(one, other, slack, forces)
    return assert_equal(one.extra[:count], other.extra[:count]) if one.kind == :cycles

    allowed = one.kind == :hold ? [slack, 1.0].max : slack

    assert_in_delta one.at_seconds, other.at_seconds, allowed, one.kind
    assert_in_delta one.force_newtons, other.force_newtons, 0.015 * one.force_newtons.abs, one.kind if forces
  end

  def events(analysis)
    found = analysis.findings.reject { |f| FALLS.include?(f.kind) && f.extra[:drop_share] < SMALL }
    found.group_by { |f| FALLS.include?(f.kind) ? :fall : f.kind }.slice(*EVENTS)
  end

  def with(recording, stamps, channels)
    made = recording.channels.zip(channels).map do |channel, samples|
      Curve::Channel.new(name: channel.name, role: channel.role, unit: channel.unit, main: channel.main,
                         samples: samples)
    end
    Curve::Recording.new(time_axis: Curve::TimeAxis.from(stamps), channels: made)
  end

  def stamps(recording) = Array.new(recording.size) { |i| recording.time_axis[i] }

  def added(recording, share)
    most = recording.main.samples.map(&:abs).max * share
    with(recording, stamps(recording), recording.channels.map do |channel|
      channel.main ? channel.samples.map { |v| v + most } : channel.samples
    end)
  end

  def thinned(recording)
    keep = (0...recording.size).step(2).to_a
    with(recording, stamps(recording).values_at(*keep), recording.channels.map { |c| c.samples.values_at(*keep) })
  end

  def doubled(recording)
    # Half a spike beside a spike would be three rows of it.
    signal = Curve::Signal.new(recording)
    with(recording, between(stamps(recording)), recording.channels.map do |channel|
      between(channel.main ? signal.values.map { |v| v * signal.sense } : channel.samples)
    end)
  end

  def between(values) = values.each_cons(2).flat_map { |a, b| [a, (a + b) / 2] } << values.last

  # The middle of what came before the load and of what came after it, left.
  def cut(recording)
    analysis = Curve::Analysis.new(recording)
    first = analysis.quiet ? analysis.quiet.last / 2 : 0
    last = analysis.quiet_after ? (analysis.quiet_after.first + recording.size - 1) / 2 : recording.size - 1
    with(recording, stamps(recording)[first..last], recording.channels.map { |c| c.samples[first..last] })
  end
end
