# frozen_string_literal: true

require_relative "../test_helper"

# What streams, taken apart, with our own clock in the test's hand.
class IntakeTest < CoreCase
  Drivers = MildAnvil::Devices::Drivers

  def setup
    @clock = 100.0
    @intake = Drivers::Intake.new.tap { |made| made.width = 1 }
    clock = -> { @clock }
    @intake.define_singleton_method(:now) { clock.call }
  end

  # A bench that was on for so many seconds says the sample of then, at a hundred a second.
  def hears(uptime)
    @intake.take("D #{(uptime * 100).round},#{uptime},1.5")
    @intake.shift
  end

  def goes_on(seconds) = @clock += seconds
  def words(items) = items.grep(Drivers::Event).map(&:word)

  # It was off for four seconds and its numbers have run past those that were heard: no gap, another record.
  def test_numbers_that_ran_past_those_of_before_a_restart_are_another_record
    hears(3.0)
    @intake.doubt_its_clock
    goes_on(9.0)

    assert_equal ["RESTART"], words(hears(5.0))
    assert_empty @intake.gaps
  end

  def test_a_line_that_was_away_is_a_gap_however_long
    hears(3.0)
    @intake.doubt_its_clock
    goes_on(600.0)

    assert_empty words(hears(603.0))
    assert_equal [[301, 60_300]], @intake.gaps
  end

  # A machine that was too busy to listen for a while is no restart, nor is one that dawdles behind an opened line.
  def test_lateness_alone_is_no_restart
    hears(3.0)
    goes_on(30.0)
    assert_empty words(hears(3.01))
    @intake.doubt_its_clock
    goes_on(1.5)

    assert_empty words(hears(3.02))
  end

  def test_the_doubt_is_over_with_the_first_sample
    hears(3.0)
    @intake.doubt_its_clock
    goes_on(0.01)
    hears(3.01)
    goes_on(20.0)

    assert_empty words(hears(3.02))
  end
end
