# frozen_string_literal: true

require_relative "../test_helper"

# Reference answers of independent tools: every case of a kind, at its stated tolerance, refusals included.
#
# A test class says oracle "04_outliers" and has a method for each op that takes the inputs and gives what is expected.
class OracleCase < CoreCase
  def self.oracle(file)
    cases = JSON.parse(File.read(File.join(FIXTURES, "oracles", "#{file}.json"))).fetch("cases")
    cases.each { |entry| define_method("test_#{entry['id'].tr('-', '_')}_#{entry['op']}") { check(entry) } }
    define_method("test_#{file}_of_whole_numbers") { cases.each { |entry| check_whole(entry) } }
  end

  private

  # Readings that happen to be whole numbers: written without a point they are still measured values.
  def check_whole(entry)
    floats, integers = %i[to_f to_i].map do |form|
      plain(send(entry["op"], whole(entry["inputs"], form)))
    rescue MildAnvil::Error => e
      e.message
    end
    compare(floats, integers, { "tolerance" => 1e-9 }, [entry["id"]])
  end

  READINGS = %w[values a b groups y reference indicated x strength stitches terminated plain tension_in tension_out
                hours displacement new_indications predict_at].freeze

  def whole(inputs, form, reading: false)
    case inputs
    when Hash then inputs.to_h { |key, value| [key, whole(value, form, reading: reading || READINGS.include?(key))] }
    when Array then inputs.map { |value| whole(value, form, reading: reading) }
    when Float then reading ? (inputs * 100).round.public_send(form) : inputs
    else inputs
    end
  end

  # Everything as the reference files have it: names as text, structures as tables.
  def plain(got) = JSON.parse(JSON.generate(got), allow_nan: true)

  def check(entry)
    inputs = entry.fetch("inputs")
    return compare(entry["expected"], send(entry["op"], inputs), entry, []) unless entry["degenerate"]

    error = assert_raises(MildAnvil::InsufficientData, MildAnvil::InvalidInput) { send(entry["op"], inputs) }
    assert_operator error.message.size, :>, 15
  end

  def compare(expected, got, entry, path)
    case expected
    when Hash then expected.each do |key, value|
      compare(value, got.fetch(key), entry, [*path, key]) unless value.nil? && !got.key?(key)
    end
    when Array then same_size(expected, got, path) && expected.zip(got).each_with_index do |(e, g), i|
      compare(e, g, entry, [*path, i])
    end
    when nil then assert_nil got, path.join(".")
    when Numeric then near(expected, got, entry, path)
    else assert_equal expected, got, path.join(".")
    end
  end

  def same_size(expected, got, path)
    assert_equal expected.size, got.size, path.join(".")
    true
  end

  def near(expected, got, entry, path)
    tolerance = entry.dig("tolerance_by_field", path.first) || entry["tolerance"] || 0

    assert_in_delta expected, got, [tolerance * expected.abs, entry["absolute_tolerance"] || 0, 1e-12].max,
                    path.join(".")
  end
end
