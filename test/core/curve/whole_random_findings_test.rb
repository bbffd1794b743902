# frozen_string_literal: true

require_relative "../../test_helper"
require_relative "../../support/kept"

# Everything that is found in the made-up curves with known truth, and how they were cut: a threshold that moves, or a
# comparison that turns, shows in one of them. Their truth says what is right; this says what has changed.
class WholeRandomFindingsTest < CoreCase
  include Kept

  FOLDER = File.join(FIXTURES, "random")

  Dir[File.join(FOLDER, "*.json")].each do |path|
    truth = JSON.parse(File.read(path))
    next if truth.dig("dialect", "asks")&.any?

    define_method("test_#{truth['name']}") { kept(truth) }
  end

  private

  def kept(truth)
    recording = read_file(File.binread(File.join(FOLDER, "#{truth['file']}.gz"))).recording
    holds = [truth.dig("asked", "hold")].flatten.compact.map do |hold|
      { newtons: hold["target"], seconds: hold["duration_s"], below_share: hold["tolerance_share"] }
    end
    analysis = Curve::Analysis.new(recording, settings: Curve::Settings.new(holds: holds))

    findings = analysis.findings.map { |f| told(f) }

    assert_kept_as "random/#{truth['name']}", { findings: findings, **stages(analysis) }
  end

  def told(finding)
    [finding.kind, finding.at_seconds, finding.until_seconds, finding.force_newtons, finding.confidence, finding.doubt,
     finding.extra]
  end

  def stages(analysis)
    segments = analysis.segments
    { noise: analysis.noise_newtons, step: analysis.step_newtons, spikes: analysis.spikes,
      usual: segments.usual.to_a.map { |v| v&.finite? ? v : nil },
      segments: segments.all.map { |s| [s.first, s.last, s.kind] },
      falls: segments.falls.map { |f| [f.top, f.bottom, f.kind] } }
  end
end
