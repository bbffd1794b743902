# frozen_string_literal: true

require_relative "../support/store_case"

# What a person puts beside a finding, readings noted by hand, and readers kept under a name.
class OverrulingTest < StoreCase
  def setup = @pull = import(lot, log_text)

  def overrule(**given) = Actions::OverruleFinding.call(pull_id: @pull.id, person_id: person.id, kind: "peak", place: 0, **given)
  def shown(kind = "peak") = Actions::ShowPull.call(pull_id: @pull.id)[:curve][:findings].find { |f| f[:kind] == kind }

  def test_a_typed_peak_stands_beside_the_found_one_and_counts
    found = shown[:force_newtons]
    overrule(force_newtons: 850.0, reason: "the display showed less")

    assert_in_delta found, shown[:force_newtons]
    assert_in_delta 850.0, shown[:overruled][:force_newtons]
    assert_equal [person.name, "the display showed less"], shown[:overruled].values_at(:person, :reason)
    assert_in_delta 850.0, Models::Pull[@pull.id].peak_newtons
  end

  def test_dragged_to_a_time_it_takes_the_force_that_was_read_there
    overrule(at_seconds: 2.0)

    assert_in_delta 900 * 161 / 260.0, shown[:overruled][:force_newtons], 4.0
  end

  def test_taken_back_the_found_one_counts_again
    before = @pull.peak_newtons
    overrule(force_newtons: 850.0)
    overrule(force_newtons: 800.0)
    Actions::OverruleFinding.undo(pull_id: @pull.id, person_id: person.id, kind: "peak", place: 0)

    assert_in_delta 850.0, Models::Pull[@pull.id].peak_newtons
    Actions::OverruleFinding.undo(pull_id: @pull.id, person_id: person.id, kind: "peak", place: 0)

    assert_in_delta before, Models::Pull[@pull.id].peak_newtons
    assert_raises(MildAnvil::Conflict) { Actions::OverruleFinding.undo(pull_id: @pull.id, person_id: person.id, kind: "peak", place: 0) }
    assert_equal 4, Models::FindingOverride.where(curve_id: @pull.curve.id).count
  end

  def test_what_cannot_be_is_refused
    assert_raises(MildAnvil::InvalidInput) { overrule }
    assert_raises(MildAnvil::InvalidInput) { overrule(at_seconds: 99.0) }
    assert_raises(MildAnvil::NotFound) { overrule(kind: "slip", at_seconds: 1.0) }
    assert_raises(MildAnvil::InvalidInput) { Actions::OverruleFinding.call(pull_id: peak(lot, "2").id, person_id: person.id, kind: "peak", place: 0, force_newtons: 5.0) }
  end

  READINGS = [["0", "0"], ["5.0", "1.2"], ["10.0", "2.4"], ["15.0", "3.7"], ["20.0", "5.0"]].map { |f, d| { force: f, displacement: d } }.freeze

  def readings(**given)
    Actions::RecordReadings.call(lot_id: lot.id, person_id: person.id, unit: "kN", displacement_unit: "mm", readings: READINGS, **given)
  end

  def test_pairs_off_a_gauge_and_a_dial_are_a_curve
    @pull = readings

    assert_in_delta 100.0, @pull.resolution_newtons # of the digits, not of the steps between the readings
    assert_equal ["readings", 20_000.0, 5], [@pull.origin, @pull.peak_newtons, @pull.curve.sample_count]
    assert_in_delta 4.0e6, shown("stiffness")[:extra]["newtons_per_metre"], 300_000.0
    assert_in_delta 51.0, shown("energy")[:extra]["to_peak_joules"], 0.1
    refute_equal @pull.id, readings.id # the same readings of another specimen are no duplicate
  end

  def test_the_last_reading_before_a_break_gives_between
    pull = readings(broke_before: "25.0")

    assert_equal ["between", 20_000.0, 25_000.0], [pull.judgement.counts_as, pull.judgement.force_newtons, pull.judgement.upper_newtons]
  end

  def test_readings_that_cannot_be_are_refused
    assert_match(/Reading 2/, assert_raises(MildAnvil::InvalidInput) { readings(readings: [READINGS[0], { force: "x" }, READINGS[2]]) }.message)
    assert_raises(MildAnvil::InvalidInput) { readings(readings: READINGS.first(2)) }
    assert_raises(MildAnvil::InvalidInput) { readings(broke_before: "19") }
  end

  def test_a_reader_is_remembered_for_files_that_look_alike
    bare = log_text.lines.drop(1).join
    columns = [{ index: 0, role: "time", unit: "s" }, { index: 1, role: "force", unit: "N", main: true }, { index: 2, role: "ignore" }]
    preview = ->(text) { Actions::PreviewFile.call(lot_id: lot.id, name: "x.csv", source: text, choices: {}) }
    asked = preview.call(bare)
    Actions::Readers.keep(name: "Old logger", signature: asked[:signature], choices: { columns: columns, specimen_number: 4 }, person_id: person.id)
    again = preview.call(log_text(peak_newtons: 800).lines.drop(1).join)

    refute asked[:ready]
    assert_equal [true, "Old logger"], [again[:ready], again[:reader][:name]]
    refute_includes again[:choices].keys, :specimen_number
    Actions::Readers.remove(id: again[:reader][:id], person_id: person.id)

    refute preview.call(bare)[:ready]
  end
end
