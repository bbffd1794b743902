# frozen_string_literal: true

require_relative "../test_helper"

# Units that stand beside every reading: each row is read by its own, and a change is told.
class CellUnitsTest < CoreCase
  FORCES_KN = [*[0.0] * 12, *(1..24).map { |i| i * 0.8 }, *[0.0] * 10].freeze # a pull to 19.2 kN
  AT = 25 # the row from which the other unit is written

  def file(head, between: ";")
    rows = FORCES_KN.each_with_index.map { |force, i| yield(i, force).join(between) }
    read_file([head, *rows, ""].join("\n"))
  end

  def peak(reading) = reading.recording.main.samples.max
  def seconds(index) = format("%.1f", index * 0.1)

  CHANGES = { "N" => [1000.0, 0.6], "lbf" => [224.808943, 5.0], "kgf" => [101.971621, 6.0],
              "daN" => [100.0, 6.0] }.freeze

  def test_a_display_that_changes_its_range_is_read_row_by_row
    CHANGES.each do |unit, (factor, off)|
      reading = file("Time;Force") do |i, f|
        ["#{seconds(i)} s", i < AT ? "#{f.round(3)} kN" : "#{(f * factor).round} #{unit}"]
      end

      assert_in_delta 19_200.0, peak(reading), off, unit
      assert_match(/\ALine 27: the unit of Force changes from kN to #{unit}/, reading.warnings.join, unit)
    end
  end

  def test_units_in_a_column_of_their_own_are_those_of_the_column_before
    [";", " ", "|"].each do |mark|
      reading = file("Time#{mark}Force#{mark}Unit", between: mark) do |i, f|
        [seconds(i), *(f < 1 ? [(f * 1000).round, "N"] : [f.round(3), "kN"])]
      end

      assert_in_delta 19_200.0, peak(reading), 0.5, mark
      assert_match(/changes from N to kN.*2 times in all/, reading.warnings.join(" "), mark)
    end
  end

  UNITS = { "N m" => ["torque", 19.2], "N·m" => ["torque", 19.2], "ft·lbf" => ["torque", 26.0317],
            "kN" => ["force", 19_200.0], "lbf" => ["force", 85.4058] }.freeze

  def test_a_unit_of_two_words_or_with_a_point_may_stand_in_a_cell
    UNITS.each do |unit, (role, highest)|
      reading = file("Time [s];Reading") { |i, f| [seconds(i), "#{f.round(3)} #{unit}"] }

      assert_equal role, reading.columns[1].role, unit
      assert_in_delta highest, peak(reading), highest * 1e-4, unit
    end
  end

  def test_a_force_over_a_width_is_not_taken_for_a_force
    reading = file("Time [s];Load") { |i, f| [seconds(i), "#{f.round(3)} kN/m"] }

    assert_nil reading.recording
    assert_match(%r{Is Load in kN/m the force}, reading.questions.first[:text])
  end

  # Where several units are in use, a bare number may be in any of them.
  def test_a_reading_without_its_unit_among_several_is_left_out
    reading = file("Time;Force") do |i, f|
      ["#{seconds(i)} s", if [AT, AT - 1].include?(i)
                            f.round(3).to_s
                          else
                            "#{(f * (i < 14 ? 1000 : 1)).round(3)} #{i < 14 ? 'N' : 'kN'}"
                          end]
    end

    assert_equal FORCES_KN.size - 2, reading.recording.size
    assert_match(/2 rows have no force and were skipped: lines 26, 27/, reading.warnings.join(" "))
  end
end
