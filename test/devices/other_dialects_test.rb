# frozen_string_literal: true

require_relative "../support/known_curves"

# The files with known truth, told again by other loggers: other separators, marks, units, stamps, orders and encodings.
# What is found in them stays the same.
class OtherDialectsTest < CoreCase
  include KnownCurves

  FORCES = { "N" => 1.0, "kN" => 1000.0, "lbf" => 4.4482216152605, "kgf" => 9.80665, "daN" => 10.0 }.freeze
  WAYS = { "mm" => 0.001, "in" => 0.0254, "µm" => 1.0e-6 }.freeze
  # How each logger writes: separator, decimal mark, header, time, end of line, encoding, order of the columns.
  LOGGERS = {
    workshop: { mark: ".", between: ",", head: "%<name>s [%<unit>s]", time: :seconds, line: "\n", encoding: "UTF-8",
                force: "lbf", way: "in" },
    bench: { mark: ",", between: ";", head: "%<name>s (%<unit>s)", time: :milliseconds, line: "\r\n",
             encoding: "Windows-1252", force: "kN", way: "mm" },
    tower: { mark: ".", between: "\t", head: "%<name>s/%<unit>s", time: :stamp, line: "\n", encoding: "UTF-16LE",
             force: "kgf", way: "mm" },
    field: { mark: ",", between: "\t", head: "%<name>s in %<unit>s", time: :clock, line: "\r\n", encoding: "UTF-8",
             force: "daN", way: "µm" },
    grid: { mark: ".", between: "  ", head: "%<name>s_%<unit>s", time: :scientific, line: "\n", encoding: "UTF-8",
            force: "N", way: "mm" }
  }.freeze
  NAMES = { time: "Time", force: "Force", displacement: "Travel" }.freeze
  SIMPLE = SOUND.select do |t|
    t["dialect"]["columns"].count do |c|
      c["role"] == "force"
    end == 1 && t["name"] !~ /creep|torque/
  end

  SIMPLE.product(LOGGERS.keys).each do |truth, logger|
    define_method("test_#{truth['name']}_as_the_#{logger}_writes_it") do
      original = read_known(truth)
      told = read_file(tell(original.recording, LOGGERS.fetch(logger)))

      assert_predicate told, :ready?, told.questions.inspect
      assert_equal original.recording.size, told.row_count
      same_findings(*[original, told].map { |reading| Curve::Analysis.new(reading.recording).findings })
    end
  end

  private

  def same_findings(before, after)
    kinds = %i[slip first_failure partial_failure peak break hold release cycle]
    tally = ->(list) { list.map(&:kind).select { |k| kinds.include?(k) }.tally }

    assert_equal tally.call(before), tally.call(after)
    peaks = [before, after].map { |list| list.find { |f| f.kind == :peak }.force_newtons }

    assert_in_delta peaks[0], peaks[1], peaks[0] * 1e-4
  end

  def tell(recording, logger)
    columns = [[:force, recording.main.samples, FORCES.fetch(logger[:force]), logger[:force]]]
    if recording.displacement
      columns << [:displacement, recording.displacement.samples, WAYS.fetch(logger[:way]),
                  logger[:way]]
    end
    head = [time_head(logger), *columns.map do |name, _, _, unit|
      format(logger[:head], name: NAMES.fetch(name), unit: unit)
    end]
    body = Array.new(recording.size) do |i|
      [stamp(recording.time_axis[i], logger), *columns.map do |_, samples, factor, _|
        number(samples[i], factor, logger)
      end]
    end
    text = [head, *body].map { |fields| fields.join(logger[:between]) }.join(logger[:line]) + logger[:line]
    logger[:encoding] == "UTF-16LE" ? "\xFF\xFE".b + text.encode("UTF-16LE").b : text.encode(logger[:encoding]).b
  end

  def time_head(logger)
    unit = { seconds: "s", milliseconds: "ms", scientific: "s" }[logger[:time]]
    unit ? format(logger[:head], name: NAMES[:time], unit: unit) : NAMES[:time]
  end

  def number(value, factor, logger) = value.nan? ? "NaN" : format("%.6f", value / factor).tr(".", logger[:mark])

  def stamp(seconds, logger)
    case logger[:time]
    when :seconds then format("%.5f", seconds).tr(".", logger[:mark])
    when :milliseconds then format("%.2f", seconds * 1000).tr(".", logger[:mark])
    when :scientific then format("%.9E", seconds)
    when :clock then format("%02d:%02d:%s", 7 + (seconds / 3600), (seconds / 60) % 60,
                            format("%08.5f", seconds % 60)).tr(
                              ".", logger[:mark]
                            )
    when :stamp then (Time.utc(2031, 5, 22, 9,
                               58) + seconds.round(5).rationalize(1e-7)).strftime("%Y-%m-%dT%H:%M:%S.%5NZ")
    end
  end
end
