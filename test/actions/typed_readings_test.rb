# frozen_string_literal: true

require_relative "../support/store_case"
require_relative "../support/chain_helpers"

# What is typed is kept as it was meant: a comma is asked about, the end of a cell is a bound, no column is dropped.
class TypedReadingsTest < StoreCase
  include ChainHelpers

  def newton(pull) = pull.measurement("peak").value_si
  def fields(&block) = assert_raises(MildAnvil::InvalidInput, &block).details[:fields]

  def test_an_open_comma_is_asked_about_and_taken_as_it_is_answered
    made = lot
    asked = fields { peak(made, "12,500", unit: "lbf") }

    assert_match(/12.5 or 12500/, asked[:comma])
    assert_in_delta 55_602.77, newton(peak(made, "12,500", unit: "lbf", comma: "thousands")), 0.01
    assert_in_delta 12_500.0, newton(peak(lot, "12,500", comma: "decimal"))
  end

  def test_what_decided_stands_beside_it
    made = lot
    peak(made, "12.1")
    near = peak(made, "12,500")
    language = peak(lot, "12,500", language: "de")

    assert_in_delta 12_500.0, newton(near)
    assert_equal "“12,500” was read as 12.5 kN, by the lot's other readings", near.measurement("peak").reason
    assert_equal "“12,500” was read as 12.5 kN, by the language of your settings", language.measurement("peak").reason
    assert_equal near.measurement("peak").reason, row(near)[:measurement][:reason]
  end

  def test_the_cell_decides_by_its_step
    fine = cell(capacity_newtons: 50_000.0, resolution_newtons: 1.0)

    assert_in_delta 12_500.0, newton(peak(lot, "12,500", instrument_id: fine.id))
    assert_in_delta 2346.0, newton(peak(lot, "2,346", unit: "N", instrument_id: fine.id))
  end

  def test_a_correction_is_read_by_the_same_rule
    made = lot
    pull = peak(made, "12.1")
    Actions::CorrectReading.call(pull_id: pull.id, text: "12,350", unit: "kN", reason: "misread", person_id: person.id)

    assert_in_delta 12_350.0, newton(pull.refresh)
    assert_match(/\Amisread; “12,350” was read as 12.35 kN/, pull.measurement("peak").reason)
  end

  def test_other_typed_loads_are_asked_about_too
    assert_match(/may be/, fields { lot(claims: [claim("12,500", unit: "lbf")]) }.to_s)
  end

  def test_a_reading_at_the_end_of_its_cell_is_a_bound_and_proposed_so
    full = cell(capacity_newtons: 20_000.0, resolution_newtons: 10.0)
    made = lot
    at_end = peak(made, "20.00", instrument_id: full.id)
    below = peak(made, "19.98", instrument_id: full.id)
    beyond = peak(made, "20.6", instrument_id: full.id)

    assert_equal(["saturated", nil, nil],
                 [at_end, below, beyond].map { |pull| pull.measurement("peak").lower_bound_cause })
    proposed = Actions::ShowPull.call(pull_id: at_end.id)[:proposal].find { |one| one[:failed_part] == "specimen" }

    assert_equal ["at_least", "the cell was at its end"], proposed.values_at(:counts_as, :reason)
  end

  # Whoever saw that it broke there, and no higher, may say so; with a reason.
  def test_a_break_at_the_end_of_a_cell_needs_a_reason
    full = cell(capacity_newtons: 20_000.0, resolution_newtons: 10.0)
    pull = peak(lot, "20.00", instrument_id: full.id)

    assert fields { judge(pull, "break", failed_part: "specimen") }.key?(:reason)
    assert_equal "break", judge(pull, "break", failed_part: "specimen", reason: "seen on a second display").counts_as
  end

  def noted(*readings, **given)
    rows = readings.map { |force, dial, time| { force: force, displacement: dial, seconds: time } }
    made = given.delete(:on) || lot
    Actions::RecordReadings.call(lot_id: made.id, readings: rows, unit: "kN", person_id: person.id, **given)
  end

  # A pull that softens early was taken for one that goes downwards, and refused.
  def test_a_few_readings_that_soften_are_a_pull
    [[0, 5, 7], [0, 5, 6, 7], [0, 5, 7, 7.5, 7.8]].each do |forces|
      assert_in_delta forces.last * 1000.0, newton(noted(*forces.map { |force| [force.to_s] })), 0.1, forces.inspect
    end
  end

  def test_one_whole_number_among_fine_ones_makes_none_of_them_whole
    torque = lot(measurand: "torque", display_unit: "N·m", item_type: "bolt_nut")
    pull = noted(["3.1"], ["5"], ["5.7"], ["7.4"], on: torque, unit: "N·m")

    assert_equal "7.4", row(pull)[:measurement][:figure][:text]
  end

  def test_the_cell_says_how_fine_they_are
    made = cell(capacity_newtons: 50_000.0, resolution_newtons: 50.0)
    pull = noted(["3.1"], ["5.7"], ["7.45"], instrument_id: made.id)

    assert_in_delta 50.0, pull.measurement("peak").resolution_si
  end

  def test_readings_without_times_have_no_rate_and_no_sampling
    pull = noted(["2.0", "1.0"], ["4.0", "2.1"], ["6.0", "3.0"], ["7.4", "4.2"], displacement_unit: "mm")
    findings = pull.recording.analysis.findings

    refute pull.recording.reading["timed"]
    assert_empty(findings.select { |f| %w[rate hold].include?(f.kind) })
    assert_nil findings.find { |f| f.kind == "peak" }.extra["sampling_hertz"]
    assert_in_delta 4, findings.find { |f| f.kind == "peak" }.at_seconds # the fourth reading
  end

  def test_readings_with_times_have_a_rate
    pull = noted(["0", nil, "0"], ["2.0", nil, "10"], ["4.0", nil, "20"], ["6.0", nil, "30"], ["7.4", nil, "37"])

    assert pull.recording.reading["timed"]
    assert_in_delta 200.0, pull.recording.analysis.findings.find { |f|
      f.kind == "rate"
    }.extra["newtons_per_second"], 1.0
  end

  def test_no_column_is_dropped
    assert_match(/Reading 2 has no reading on the dial/, refused do
      noted(%w[2 1], ["4"], %w[6 3], displacement_unit: "mm")
    end)
    assert_match(/Reading 3 has no reading time/, refused { noted(["2", nil, "0"], ["4", nil, "1"], ["6"]) })
    assert_match(/in which unit the dial/, refused { noted(%w[2 1], %w[4 2], %w[6 3]) })
  end

  def test_the_list_itself_shows_what_its_commas_are
    pull = noted(["500"], ["800"], ["1,200"], ["1,450"], unit: "lbf")
    fine = noted(["1,5"], ["1,875"], ["2,25"])

    assert_in_delta 6449.9, newton(pull), 0.1
    assert_in_delta 2250.0, newton(fine)
    assert fields { noted(["1,200"], ["1,450"], ["1,600"]) }.key?(:comma)
  end

  def refused(&block) = assert_raises(MildAnvil::InvalidInput, &block).message
end
