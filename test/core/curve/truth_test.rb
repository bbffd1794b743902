# frozen_string_literal: true

require_relative "../../test_helper"

# Log files with known truth: each sound file is read as its dialect says and gives its peak, zero, take-up and break;
# each broken one is refused, asked about or warned of in the words that help.
class TruthTest < CoreCase
  FOLDER = File.join(FIXTURES, "curves")
  TRUTHS = Dir[File.join(FOLDER, "*.json")].map { |path| JSON.parse(File.read(path)) }
  DELIMITERS = { "," => ",", ";" => ";", "\t" => "\t", "multiple spaces" => " " }.freeze
  # The kinds of event that are found so far.
  FOUND = %w[take_up peak break].freeze

  TRUTHS.select { |t| t["expect"] == "analyse" }.each do |truth|
    define_method("test_#{truth['name']}") do
      reading = read_file(File.binread(File.join(FOLDER, truth["file"])), columns: answers(truth))

      assert_predicate reading, :ready?, reading.questions.inspect
      dialect(truth, reading)
      findings(truth, reading) if truth["peak"]
    end
  end

  TRUTHS.select { |t| t["expect"] == "broken" }.each do |truth|
    define_method("test_#{truth['name']}") do
      path = File.join(FOLDER, truth["file"] || Dir.children(FOLDER).find { |f| f.start_with?(truth["name"]) && !f.end_with?(".json") })
      outcome, words = outcome_of(File.binread(path))

      assert_includes truth["acceptable_outcomes"], outcome
      truth["must_say_any_of"].each { |any| assert any.any? { |word| words.downcase.include?(word.downcase) }, "#{any} in: #{words}" }
    end
  end

  private

  def answers(truth)
    (truth["user_must_supply"] || {}).map do |column, text|
      role, unit = text.split
      { index: column[/\d+/].to_i, role: role, unit: unit, main: role == "force" }
    end
  end

  def outcome_of(bytes)
    reading = read_file(bytes)
    return ["ask", reading.questions.map { |q| q[:text] }.join(" ")] unless reading.ready?

    [reading.warnings.any? ? "warn" : "nothing", reading.warnings.join(" ")]
  rescue MildAnvil::InvalidInput => e
    ["refuse", e.message]
  end

  def dialect(truth, reading)
    expected = truth["dialect"]

    assert_equal DELIMITERS.fetch(expected["delimiter"]), reading.layout.delimiter
    assert_equal expected["decimal_mark"], reading.layout.style.decimal_mark
    assert_equal [expected["header_line"], expected["data_first_line"]], [reading.layout.header_line, reading.layout.data_first_line]
    assert_equal truth["rows"]["total"], reading.row_count
    expected["columns"].each do |column|
      next unless %w[force displacement torque angle].include?(column["role"])

      assert_in_delta column["factor_to_SI"], reading.columns[column["index"]].unit.factor, column["factor_to_SI"] * 1e-7
    end
  end

  def findings(truth, reading)
    found = Curve::Analysis.new(reading.recording).findings.group_by(&:kind)
    zero = truth["zero"]

    assert_in_delta zero["offset"] * zero["sign"], found[:zero][0].extra[:offset_newtons], [zero["tol"], 1e-9].max
    assert_in_delta truth["peak"]["logged"], found[:peak][0].force_newtons, truth["peak"]["logged_tol"]
    assert_equal truth["peak"]["lower_bound"], found[:peak][0].extra[:lower_bound]
    events(truth, found)
    assert_equal truth["break"]["kind"], found[:break] ? found[:break][0].extra[:speed] : "none"
  end

  def events(truth, found)
    truth["events"].select { |e| e["required"] && FOUND.include?(e["kind"]) }.uniq { |e| e["kind"] }.each do |event|
      at = found.fetch(event["kind"].to_sym).first.at_seconds
      # A saturated cell shows its highest reading before the true peak.
      next if event["saturated"]

      assert_operator at, :>=, event["t_window"][0] - 1e-9, event["kind"]
      assert_operator at, :<=, event["t_window"][1] + 1e-9, event["kind"]
    end
  end
end
