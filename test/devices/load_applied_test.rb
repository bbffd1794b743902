# frozen_string_literal: true

require_relative "../test_helper"

# A line above the table says when the load was hung: creep is a law of the time since then.
class LoadAppliedTest < CoreCase
  HUNG = Time.utc(2031, 3, 27, 21, 19, 45)
  LAW = { law: "power", exponent: 0.2 }.freeze

  # A weight that was hung two minutes before the first of 300 rows, one a minute.
  def log(line, form)
    rows = Array.new(300) do |i|
      seconds = 120 + (i * 60)
      travel = 2.3 + (0.3 * ((seconds / 3600.0)**LAW[:exponent]))
      [(HUNG + seconds).strftime(form), 1500 + (i % 3), format("%.5f", travel)].join(";")
    end
    [line, "Time;Force (N);Extension (mm)", *rows, ""].join("\n")
  end

  def before(line, form = "%Y-%m-%d %H:%M:%S") = read_file(log(line, form)).recording.loaded_before_seconds

  SAID = {
    "Load applied: 2031-03-27 21:19:45" => "%Y-%m-%d %H:%M:%S",
    "# Load applied: 2031-03-27 21:19:45 by hand" => "%Y-%m-%d %H:%M:%S",
    "Load on: 2031-03-27 21:19:45" => "%Y-%m-%dT%H:%M:%S",
    "Loading began 2031-03-27T21:19:45" => "%Y-%m-%d %H:%M:%S",
    "Last aufgebracht: 27.03.2031 21:19:45" => "%d.%m.%Y %H:%M:%S",
    "Beginn der Belastung: 27.03.2031 21:19:45" => "%d.%m.%Y %H:%M:%S",
    "Charge appliquée : 27/03/2031 21:19:45" => "%d/%m/%Y %H:%M:%S",
    "Load applied: 03/27/2031 09:19:45 PM" => "%m/%d/%Y %I:%M:%S %p",
    "Load applied at 21:19:45" => "%H:%M:%S"
  }.freeze

  def test_it_is_read_in_the_ways_it_is_said_and_told
    SAID.each { |line, form| assert_in_delta 120.0, before(line, form), 1e-6, line }
    assert_match(/load hung for 2\.0 min before the first row/, read_file(log(*SAID.first)).warnings.join)
  end

  # Of a clock without a day, less than half a day is believed.
  def test_a_clock_without_a_day_runs_over_midnight_and_no_farther
    { "19:21:45" => 7200.0, "23:19:45" => 79_320.0 }.each do |clock, seconds|
      expected = seconds < 43_200 ? seconds : 0.0
      assert_in_delta expected, before("Load applied: #{clock}", "%H:%M:%S"), 1e-6, clock
    end
    night = log("Load applied: 23:59:45", "%H:%M:%S").lines.reject { |line| line.match?(/^2\d:/) }.join

    assert_in_delta 60.0, read_file(night).recording.loaded_before_seconds, 1e-6
  end

  NOT_SAID = ["Load cell applied: 2029-01-02 10:00:00", "Load limit set at 2031-03-27 20:00:00",
              "Printed: 2031-03-27 21:00:00", "Load applied: 500 N", "Load applied: 2031-03-28 21:19:45",
              "Last check 2031-03-01 10:00:00", "Load cell checked on 2031-03-01 10:00:00"].freeze

  def test_what_says_something_else_starts_no_clock
    NOT_SAID.each do |line|
      assert_in_delta 0.0, before(line), 1e-9, line
      assert_empty read_file(log(line, "%Y-%m-%d %H:%M:%S")).warnings.grep(/hung/), line
    end
  end

  # Counted from the first row the same numbers are another law.
  def test_the_law_of_creep_counts_from_there
    found = MildAnvil::Core::Curve::Analysis.new(read_file(log(*SAID.first)).recording).findings.find { |f| f.kind == :creep }

    assert_equal LAW[:law], found.extra[:law]
    assert_in_delta LAW[:exponent], found.extra[:exponent], 0.002
    other = MildAnvil::Core::Curve::Analysis.new(read_file(log("Printed", "%Y-%m-%d %H:%M:%S")).recording)
                                            .findings.find { |f| f.kind == :creep }

    refute_in_delta LAW[:exponent], other.extra[:exponent].to_f, 0.01
  end
end
