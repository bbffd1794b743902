# frozen_string_literal: true

require_relative "../support/store_case"

# What was worked out lately: once for each stamp, the older one of the same thing put away.
class RecentlySeenTest < Minitest::Test
  def setup
    @seen = MildAnvil::Actions::RecentlySeen.new(2)
    @made = 0
  end

  def fetch(*stamp) = @seen.fetch(stamp) { @made += 1 }

  def test_it_is_worked_out_once_for_a_stamp
    assert_equal [1, 1], [fetch("a", 1), fetch("a", 1)]
    assert_equal 2, fetch("a", 2)
    refute @seen.key?(["a", 1])
    assert @seen.key?(["a", 2])
  end

  def test_no_more_are_kept_than_were_asked_for
    fetch("a", 1)
    fetch("b", 1)
    fetch("c", 1)

    refute @seen.key?(["a", 1])
    assert @seen.key?(["b", 1])
    assert @seen.key?(["c", 1])
  end

  def test_what_could_not_be_worked_out_is_not_kept
    assert_raises(RuntimeError) { @seen.fetch(["a", 1]) { raise "no" } }
    refute @seen.key?(["a", 1])
  end
end
