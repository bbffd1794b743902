# frozen_string_literal: true

require_relative "../test_helper"

# Whole answers that were looked at once and kept: what says something else today, in word or figure, is seen. Written
# anew with KEEP=1, to be read before it is committed; a figure that changes under one rule version is a fault.
module Kept
  FOLDER = File.join(FIXTURES, "kept")
  # A mathematics library may differ in the last digit; what is sought by iteration in some more.
  WITHIN = 1e-9

  # @param name [String] of the file
  # @param actual [Object] plain values
  def assert_kept_as(name, actual)
    path = File.join(FOLDER, "#{name}.json")
    plain = JSON.parse(JSON.generate(actual))
    File.write(path, JSON.generate(plain, array_nl: "\n", object_nl: "\n")) if ENV["KEEP"]
    assert_kept JSON.parse(File.read(path)), plain, name
  end

  # Every word and every figure of what was kept; what came later is not asked for.
  def assert_kept(expected, actual, at = "statement")
    case expected
    when Hash then expected.each { |key, value| assert_kept(value, actual.fetch(key), "#{at}.#{key}") }
    when Array then assert_rows_kept(expected, actual, at)
    when Float then assert_in_delta expected, actual, [expected.abs * WITHIN, 1e-12].max, at
    when nil then assert_nil actual, at
    else assert_equal expected, actual, at
    end
  end

  def assert_rows_kept(expected, actual, at)
    assert_equal expected.size, actual.size, at
    expected.zip(actual).each_with_index { |(e, a), i| assert_kept(e, a, "#{at}[#{i}]") }
  end
end
