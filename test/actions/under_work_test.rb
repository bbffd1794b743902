# frozen_string_literal: true

require_relative "../support/committed_case"

# Verify while others write: what is whole is said to be whole, every time.
class VerifyUnderWorkTest < CommittedCase
  WRITERS = 4
  LOOKS = 8

  def test_what_is_whole_is_whole_while_four_write
    made = Array.new(WRITERS) { |i| lot_with_breaks(8.1, 8.2, name: "Lot #{i}") }
    person
    stop = false
    writers = made.map { |lot| Thread.new { write(lot) until stop } }
    found = Array.new(LOOKS) { Actions::Verify::Evidence.call }
    stop = true
    writers.each(&:value)

    assert_empty(found.flatten.reject(&:sound?).map(&:in_words))
    counts = found.map { |parts| parts.last.checked }
    assert_equal counts.sort, counts
    assert_operator counts.uniq.size, :>, LOOKS / 2, "nothing was written meanwhile"
  ensure
    stop = true
  end

  def write(lot) = break_at(lot, format("%.2f", 8 + rand))
end
