# frozen_string_literal: true

require_relative "../../support/store_case"

# What a bench measured as the text of a file: one zero, one line a number, what a fixture makes of the force.
class RunTableTest < StoreCase
  RunTable = MildAnvil::Actions::Benching::RunTable
  Read = MildAnvil::Devices::Recorder::Journal::Read
  Sample = MildAnvil::Devices::Drivers::Sample
  CHANNELS = [{ index: 0, role: "force", unit: "N", resolution: 2.0 },
              { index: 1, role: "displacement", unit: "m", resolution: 1e-5 }].freeze

  # Forty newtons of offset until the zero is in force at number 10.
  def table(notes: [{ kind: "zero", offset: 40.0, from_number: 10, channel: 0 }], **header)
    samples = (0...30).map { |i| Sample.new(i, i * 0.01, [i < 10 ? 40.0 : (i - 10) * 5.0, i * 1e-4]) }
    RunTable.new(Read.new(header: { uid: "A", boot: "1", channels: CHANNELS, **header }, whole: true,
                          samples: samples + samples.first(3), events: [], notes: notes))
  end

  def rows(table) = table.text.lines.drop(2).map { |line| line.chomp.split(";").map { |cell| cell && Float(cell) } }

  def test_what_came_before_the_zero_has_that_zero_too
    forces = rows(table).map { |row| row[1] }

    assert_equal [0.0] * 10, forces.first(10)
    assert_in_delta 95.0, forces.last
  end

  def test_without_a_zero_all_stays_as_it_was_read
    assert_in_delta 40.0, rows(table(notes: [])).first[1]
  end

  def test_a_number_that_came_twice_is_one_line_and_travel_is_not_netted
    found = rows(table)

    assert_equal 30, found.size
    assert_in_delta 2.9e-3, found.last[2]
  end

  def bound(loads, events: [])
    samples = loads.each_with_index.map { |load, i| Sample.new(i, i * 0.01, [load, 0.0]) }
    told = events.map { |word| MildAnvil::Devices::Drivers::Event.new(0.5, word, nil) }
    RunTable.new(Read.new(header: { uid: "A", boot: "1", channels: CHANNELS }, whole: true, samples: samples,
                          events: told, notes: [])).lower_bound_cause
  end

  # What was not read at its top may have been more.
  def test_a_record_without_its_top_is_no_more_than_at_least
    rising = Array.new(100) { |i| i * 10.0 }
    whole = rising + Array.new(50, 0.0)

    assert_nil bound(whole)
    assert_nil bound(rising.each_with_index.map { |load, i| load unless (i % 20).zero? } + Array.new(50, 0.0))
    assert_equal "dropout", bound(rising + Array.new(30))
    assert_equal "dropout", bound(rising + Array.new(30) + Array.new(50, 0.0))
    assert_nil bound(rising.first(50) + Array.new(30) + rising.last(50) + Array.new(50, 0.0))
    assert_equal "dropout", bound([5.0, 9.0, 4.0, 6.0] * 10, events: ["CELL 0 LOST"])
    assert_nil bound(whole, events: ["BREAK", "CELL 0 LOST"])
    assert_equal "saturated", bound(whole, events: ["OVERLOAD 0", "BREAK"])
    assert_nil bound(whole, events: ["OVERLOAD 1"])
  end

  def test_what_a_lever_or_a_press_makes_of_it_is_a_column_of_its_own
    lever = table(fixture: { role: "torque", ratio: 0.5, push: false })
    press = table(fixture: { role: "force", ratio: 1.0, push: true })
    main = ->(made) { made.choices(nil)[:columns].find { |column| column[:main] } }

    assert_in_delta 47.5, rows(lever).last[3]
    assert_in_delta(-95.0, rows(press).last[3])
    assert_equal([["torque", "N·m"], ["force", "N"]], [main.call(lever), main.call(press)].map do |c|
      c.values_at(:role, :unit)
    end)
    assert_in_delta 1.0, lever.resolution
  end
end
