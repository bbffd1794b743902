# frozen_string_literal: true

require_relative "../../test_helper"

# Made-up pulls of many families, told by many loggers, each with its exact truth beside it: what happened is found, and
# nothing that did not happen.
class RandomTruthTest < CoreCase
  FOLDER = File.join(FIXTURES, "random")
  NEVER_FALSE = %i[slip first_failure partial_failure later_peak break].freeze

  Dir[File.join(FOLDER, "*.json")].each do |path|
    truth = JSON.parse(File.read(path))
    define_method("test_#{truth['name']}") { told(truth) }
  end

  private

  def told(truth)
    reading = read_file(File.binread(File.join(FOLDER, "#{truth['file']}.gz")))

    assert_predicate reading, :ready?, reading.questions.inspect
    assert_equal truth["rows"]["total"], reading.row_count
    analysis = Curve::Analysis.new(reading.recording)
    @first = reading.recording.time_axis[0]
    @interval = reading.recording.time_axis.typical_interval_seconds
    @found = analysis.findings.group_by(&:kind)
    zero(truth["zero"])
    return if truth["calibration"]

    peak(truth["peak"])
    required(truth["events"])
    nothing_false(truth["events"])
  end

  def at(finding) = finding.at_seconds - @first

  def zero(known)
    return unless known && known["score"]

    assert_in_delta known["offset"] * known["sign"], @found[:zero][0].extra[:offset_newtons], known["tol"]
  end

  def peak(known)
    return if known.nil?

    found = @found[:peak][0]

    assert_includes known["low"]..known["high"], found.force_newtons
    assert(known["t_windows"].any? { |from, to| at(found).between?(from, to) })
    assert_equal known["lower_bound"], found.extra[:lower_bound] if known["lower_bound_scored"]
  end

  def required(events)
    events.select { |event| event["required"] }.each do |event|
      from, to = event["t_window"]
      hits = event["accept"].flat_map { |kind| @found[kind.to_sym] || [] }.select { |f| at(f).between?(from, to) }

      assert hits.any? { |f| strong?(f, event) }, "#{event['kind']} at #{event['t']}: #{hits.map(&:force_newtons)}"
    end
  end

  def strong?(finding, event)
    return true unless event.fetch("force_scored", true) && event["force_tol"]

    finding.force_newtons && (finding.force_newtons - event["force"]).abs <= event["force_tol"]
  end

  def nothing_false(events)
    @found.slice(*NEVER_FALSE).each do |kind, findings|
      findings.each { |f| assert events.any? { |event| home?(event, kind, at(f)) }, "#{kind} at #{at(f)}" }
    end
  end

  def home?(event, kind, time)
    from, to = event["t_window"]
    event.fetch("absorb", []).include?(kind.to_s) &&
      time.between?(from - @interval, [to, event["absorb_until"] || to].max + @interval)
  end
end
