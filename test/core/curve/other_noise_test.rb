# frozen_string_literal: true

require_relative "../../support/known_curves"

# The curves with known truth under other noise, at another strength and another speed: what happened stays the same,
# and nothing is found that did not happen.
class OtherNoiseTest < CoreCase
  include KnownCurves

  # Share of the noise at hand that is added to every reading, factor of all forces, factor of all times.
  VARIANTS = [[0.8, 0.37, 1.1, 1], [0.8, 2.9, 1.0, 3], [0.6, 11.0, 0.8, 5]].freeze
  COUNTED = %i[slip first_failure partial_failure later_peak break hold].freeze
  WIDER = 1.8 # tolerances are the file's own, and there is more noise

  SOUND.product(VARIANTS).each do |truth, variant|
    define_method("test_#{truth['name']}_with_#{variant.join('_').tr('.', 'p')}") do
      recording = read_known(truth).recording
      @strength, @speed = variant[1..2]
      @found = Curve::Analysis.new(varied(recording, *variant)).findings.group_by(&:kind)
      events(truth["events"] || [])
      nothing_else(truth["events"])
      whole(truth)
    end
  end

  private

  # A cell shows nothing above its limit.
  def varied(recording, share, strength, speed, seed)
    noise = share * Curve::Analysis.new(recording).noise_newtons
    random = Random.new(seed)
    limit = recording.main.samples.reject(&:nan?).max
    limit = Float::INFINITY if recording.main.samples.count(limit) < 6
    stamps = Array.new(recording.size) { |i| recording.time_axis[i] * speed }
    channels = recording.channels.map do |channel|
      samples = if channel.main
                  channel.samples.map do |v|
                    strength * [v + (noise * bell(random)), limit].min
                  end
                else
                  channel.samples
                end
      Curve::Channel.new(name: channel.name, role: channel.role, unit: channel.unit, sign: channel.sign,
                         main: channel.main, samples: samples)
    end
    Curve::Recording.new(time_axis: Curve::TimeAxis.from(stamps), channels: channels)
  end

  def bell(random) = Math.sqrt(-2 * Math.log(1 - random.rand)) * Math.cos(2 * Math::PI * random.rand)

  def events(known)
    known.select { |e| e["required"] }.each do |event|
      low, high = event["t_window"]
      margin = (0.25 * (high - low)) + 0.02
      candidates = @found.values_at(*[event["kind"], *event["also_acceptable"]].map(&:to_sym)).compact.flatten
      hit = candidates.find { |f| f.at_seconds&.between?((low - margin) * @speed, (high + margin) * @speed) }

      assert hit, "#{event['kind']} at #{event['t']}: #{candidates.map { |f| f.at_seconds.to_f / @speed }}"
      unless event["saturated"]
        assert_in_delta event["force"], hit.force_newtons / @strength, WIDER * event["force_tol"],
                        event["kind"]
      end
    end
  end

  def nothing_else(known)
    return if known.nil?

    COUNTED.each do |kind|
      most = known.count { |e| [e["kind"], *e["also_acceptable"]].include?(kind.to_s) }

      assert_operator (@found[kind] || []).size, :<=, most, "#{kind}: #{@found[kind]}"
    end
  end

  # The figures of the whole curve; speed of break and relaxation belong to the speed of the file.
  def whole(truth)
    assert_equal "none", @found[:break] ? "found" : "none" if truth.dig("break", "kind") == "none"
    assert_equal truth["cycles"]["n"], @found[:cycles][0].extra[:count] if truth["cycles"]
    residual, stiffness = truth.values_at("residual", "stiffness")
    if residual
      assert_in_delta residual["force"], @found[:residual][0].force_newtons / @strength,
                      WIDER * residual["tol"]
    end
    return unless stiffness

    assert_in_epsilon stiffness["least_squares"], @found[:stiffness][0].extra[:middle_newtons_per_metre] / @strength,
                      1.3 * stiffness["tol_share"]
  end
end
