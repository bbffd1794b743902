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

    asks = truth.dig("dialect", "asks")

    assert_equal asks.sort, reading.questions.map { |q| q[:kind] }.uniq.sort
    return unless asks.empty?

    assert_equal truth["rows"]["total"], reading.row_count
    analysis = Curve::Analysis.new(reading.recording, settings: settings(truth))
    @first = reading.recording.time_axis[0]
    @interval = reading.recording.time_axis.typical_interval_seconds
    @found = analysis.findings.group_by(&:kind)
    zero(truth["zero"])
    return if truth["calibration"]

    peak(truth["peak"])
    required(truth["events"])
    holds(truth["holds"])
    broken(truth["break"])
    residual(truth["residual"])
    stiffness(truth["stiffness"])
    nothing_false(truth["events"])
  end

  def settings(truth)
    holds = [truth.dig("asked", "hold")].flatten.compact.map do |hold|
      { newtons: hold["target"], seconds: hold["duration_s"], below_share: hold["tolerance_share"] }
    end
    Curve::Settings.new(holds: holds)
  end

  # Held from when to when, how low, and whether what was wanted was kept.
  def holds(known)
    known.to_a.select { |hold| hold["required"] }.each do |hold|
      found = @found[:hold].to_a.find { |f| at(f) < hold["end"] && f.until_seconds - @first > hold["start"] }

      assert found, "hold from #{hold['start']} s"
      slack = [hold["t_tol"], 1.0, 0.06 * hold["duration"]].max

      assert_in_delta hold["start"], at(found), slack
      assert_in_delta hold["end"], found.until_seconds - @first, slack
      assert_in_delta hold["lowest"], found.extra[:lowest_newtons], hold["lowest_tol"] if hold["force_scored"]
      assert_equal hold["satisfied"], found.extra[:target]&.fetch(:satisfied) if hold["verdict_scored"]
    end
  end

  def broken(known)
    return unless known && known["score"]

    assert_includes known["accept"], @found[:break] ? @found[:break][0].extra[:speed] : "none"
  end

  def residual(known)
    return unless known && known["score"]

    assert_in_delta known["force"], @found[:residual][0].force_newtons, known["tol"]
  end

  def stiffness(known)
    return unless known && known["score"]

    middle = @found[:stiffness][0].extra[:middle_newtons_per_metre]

    assert_in_delta known["least_squares"], middle, known["tol_share"] * known["least_squares"]
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
