# frozen_string_literal: true

require_relative "../test_helper"

# A clock that jumps by an hour, as clocks do twice a year: asked, and read by the answer.
class ClockJumpTest < CoreCase
  AT = 20 # the row that it jumps at; its line is 22
  BEFORE = Time.utc(2031, 3, 30, 1, 59, 50) # a Sunday in March

  def log(jump, start: BEFORE, form: "%Y-%m-%d %H:%M:%S.%L", **choices)
    rows = (0...46).map do |i|
      "#{(start + (i * 0.5) + (i >= AT ? jump : 0)).strftime(form)};#{i.between?(12, 36) ? (i - 11) * 0.8 : 0}"
    end
    read_file("Stamp;Force (kN)\n#{rows.join("\n")}\n", **choices)
  end

  def lasted(reading) = reading.recording.time_axis.end_seconds
  def asked(reading) = reading.questions.map { |question| [question[:kind], question[:text][/Line \d+.*hour\./]] }

  def test_it_is_asked_about_forwards_and_backwards
    assert_equal [["clock", "Line 22: the clock jumps forwards by an hour."]], asked(log(3600))
    assert_equal [["clock", "Line 22: the clock jumps backwards by an hour."]], asked(log(-3600))
    assert_equal [["clock", "Line 22: the clock jumps backwards by an hour."]], asked(log(-3600, form: "%H:%M:%S.%L"))
  end

  def test_where_the_clock_was_changed_no_hour_passed
    [3600, -3600].each { |jump| assert_in_delta 22.5, lasted(log(jump, clock_changed: true)), 1e-6 }
  end

  def test_where_the_hour_passed_it_counts_and_cannot_go_back
    assert_in_delta 3622.5, lasted(log(3600, clock_changed: false)), 1e-6
    error = assert_raises(MildAnvil::InvalidInput) { log(-3600, clock_changed: false) }

    assert_match(/Line 22: the time runs backwards/, error.message)
  end

  # On a day on which no clock is changed an hour is an hour; so is one among others.
  def test_other_days_and_other_steps_are_not_asked_about
    assert_in_delta 3622.5, lasted(log(3600, start: BEFORE - 86_400)), 1e-6
    assert_in_delta 5022.5, lasted(log(5000)), 1e-6
    assert_in_delta 22.5, lasted(log(0)), 1e-6
  end
end
