# frozen_string_literal: true

require "bundler/setup"
require "minitest/autorun"
require_relative "../../launch/launch"
require_relative "../../launch/lane"

# Checks one after the other: whether each passed, and what it said last.
class LaneTest < Minitest::Test
  def test_what_failed_is_known_with_the_end_of_what_it_said
    lane = Launch::Lane.new(aloud: false)
    lane.part("works") { lane.command({}, "true") }
    lane.part("breaks") { lane.command({ "WHY" => "the reason" }, "sh", "-c", "seq 100; echo $WHY >&2; exit 3") }

    assert_equal([["works", true], ["breaks", false]], lane.outcomes.map { |o| [o.name, o.passed] })
    assert_equal "the reason\n", lane.outcomes.last.said.last
    assert_equal Launch::Lane::LAST_LINES, lane.outcomes.last.said.size
    assert_empty lane.outcomes.first.said
  end

  # However long it goes on afterwards.
  def test_each_test_that_went_wrong_is_named_with_its_reason
    lane = Launch::Lane.new(aloud: false)
    said = "  1) Failure:\nOneTest#test_a [a.rb:3]:\nExpected: 1\n  Actual: 2\n\n  " \
           "2) Error:\nTwoTest#test_b:\nNoMethodError: no\n"
    lane.part("breaks") { lane.command({ "SAID" => said }, "sh", "-c", 'printf %s "$SAID"; seq 100; exit 1') }
    lane.part("works") { lane.command({}, "echo", "2 runs, 0 failures") }

    assert_equal [["  1) Failure:\n", "OneTest#test_a [a.rb:3]:\n", "Expected: 1\n", "  Actual: 2\n"],
                  ["  2) Error:\n", "TwoTest#test_b:\n", "NoMethodError: no\n", *(1..11).map { |i| "#{i}\n" }]],
                 lane.outcomes.first.wrong
    assert_empty lane.outcomes.last.wrong
  end

  def test_aloud_it_passes_on_what_is_said
    lane = Launch::Lane.new(aloud: true)
    out, = capture_io { lane.part("one") { lane.command({}, "echo", "hello") } }

    assert_equal "\n== one\nhello\n", out
  end
end
