# frozen_string_literal: true

require_relative "../support/store_case"

class RecordingsTest < StoreCase
  def test_a_file_becomes_a_pull_with_findings_and_a_measurement
    pull = import(lot, log_text)
    measured = pull.measurement("peak")

    assert_in_delta 899.9, measured.value_si, 1.0
    assert_equal ["finding", nil], [measured.source, measured.lower_bound_cause]
    kinds = %w[break energy peak rate residual stiffness take_up zero]
    assert_equal kinds, pull.recording.analysis.findings.map(&:kind).sort
    assert_equal 1, pull.feature.specimen.number
  end

  def test_the_same_file_is_not_taken_twice
    made = lot
    import(made, log_text)
    assert_match(/pull 1 of this lot already/, assert_raises(MildAnvil::Conflict) { import(made, log_text) }.message)
    preview = Actions::PreviewFile.call(lot_id: lot.id, name: "x.csv", source: log_text, choices: {},
                                        person_id: person.id)

    assert_match(/pull 1 of Loop/, preview[:duplicate_of])
  end

  def test_a_refused_file_leaves_nothing_behind
    made = lot
    assert_raises(MildAnvil::InvalidInput) { import(made, "Time [s],Force [N]\n0,1\n1,2\n0,3\n2,4\n") }
    torque = "Time (ms),Torque (in-lbf)\n#{Array.new(20) { |i| "#{i},#{i}" }.join("\n")}\n"
    assert_match(/holds a torque/, assert_raises(MildAnvil::InvalidInput) { import(made, torque) }.message)
    assert_equal [0, 0], [made.pulls_dataset.count, made.specimens_dataset.count]
  end

  def test_a_torque_lot_takes_a_torque_and_rates_it
    made = lot(measurand: "torque", display_unit: "N·m")
    3.times do |k|
      bytes = log_text(peak_newtons: 40 + k, header: "Time [s],Torque [N·m],Angle [°]")
      judge(import(made, bytes), "break", failed_part: "specimen")
    end
    stated = computed(made).statement

    assert_equal ["torque", "N·m"], stated.values_at("measurand", "unit")
    assert_equal %w[N·m N·cm kN·m ft·lbf in·lbf].sort, stated["minimum"]["texts"].keys.sort
    assert_empty stated["in_use"] # slings are not twisted
  end

  # A lot that rates energy reads curves of force, and its files are shown in force.
  def test_a_preview_is_shown_in_what_the_file_holds
    lots = [lot(display_unit: "N"),
            lot(measurand: "energy", display_unit: "J", terms: { rated_quantity: "energy" })]
    peaks = lots.map do |made|
      Actions::PreviewFile.call(lot_id: made.id, name: "log.csv", source: log_text(peak_newtons: 880), choices: {},
                                person_id: person.id)[:peak]
    end

    assert_equal(%w[N kN], peaks.map { |peak| peak[:unit] })
    assert_in_delta 880, Float(peaks.first[:text]), 1
  end

  def test_a_lot_may_rate_another_finding_than_the_peak
    made = lot(measurand: "energy", display_unit: "J", terms: { rated_quantity: "energy" })
    pull = import(made, log_text)
    work = 0.5 * 899.9 * 0.0026

    assert_equal "energy", pull.measurements.map(&:quantity).last
    assert_in_delta pull.recording.analysis.findings.find { |f| f.kind == "energy" }.extra["to_peak_joules"],
                    pull.measurement("energy").value_si, 1e-9
    assert_in_delta work, pull.measurement("energy").value_si, work * 0.1
    error = assert_raises(MildAnvil::InvalidInput) { lot(terms: { rated_quantity: "cycles" }) }

    assert_equal [:rated_quantity], error.details[:fields].keys
  end

  READINGS = [["0", "0"], ["5.0", "1.2"], ["10.0", "2.4"], ["15.0", "3.7"], ["20.0", "5.0"]]
             .map { |f, d| { force: f, displacement: d } }.freeze

  def readings(**given)
    Actions::RecordReadings.call(lot_id: lot.id, person_id: person.id, unit: "kN", displacement_unit: "mm",
                                 readings: READINGS, **given)
  end

  def test_pairs_off_a_gauge_and_a_dial_are_a_curve
    pull = readings
    found = pull.recording.analysis.findings.to_h { |f| [f.kind, f] }

    assert_in_delta 100.0, pull.measurement("peak").resolution_si # of the digits, not of the steps between the readings
    assert_equal ["readings", 20_000.0, 5],
                 [pull.origin, pull.measurement("peak").value_si, pull.recording.sample_count]
    assert_in_delta 4.0e6, found["stiffness"].extra["newtons_per_metre"], 300_000.0
    assert_in_delta 51.0, found["energy"].extra["to_peak_joules"], 0.1
    refute_equal pull.id, readings.id # the same readings of another specimen are no duplicate
  end

  def test_the_last_reading_before_a_break_gives_between
    judged = readings(broke_before: "25.0").judgement

    assert_equal ["between", 20_000.0, 25_000.0], [judged.counts_as, judged.value_si, judged.upper_si]
    assert_equal "last_reading", judged.measurement.lower_bound_cause
  end

  def test_readings_sent_twice_are_one_pull
    made = lot
    ids = Array.new(2) { readings(lot_id: made.id, once_key: "one-press").id }

    assert_equal 1, ids.uniq.size
  end

  def test_readings_that_cannot_be_are_refused
    bad = [READINGS[0], { force: "x" }, READINGS[2]]
    assert_match(/Reading 2/, assert_raises(MildAnvil::InvalidInput) { readings(readings: bad) }.message)
    assert_raises(MildAnvil::InvalidInput) { readings(readings: READINGS.first(2)) }
    assert_raises(MildAnvil::InvalidInput) { readings(broke_before: "19") }
  end

  def test_an_import_profile_is_remembered_for_files_that_look_alike
    bare = log_text.lines.drop(1).join
    columns = [{ index: 0, role: "time", unit: "s" }, { index: 1, role: "force", unit: "N", main: true },
               { index: 2, role: "ignore" }]
    preview = lambda do |text|
      Actions::PreviewFile.call(lot_id: lot.id, name: "x.csv", source: text, choices: {}, person_id: person.id)
    end
    asked = preview.call(bare)
    Actions::ImportProfiles.keep(name: "Old logger", signature: asked[:signature],
                                 choices: { columns: columns, specimen_number: 4 },
                                 person_id: person.id)
    again = preview.call(log_text(peak_newtons: 800).lines.drop(1).join)

    refute asked[:ready]
    assert_equal [true, "Old logger"], [again[:ready], again[:profile][:name]]
    refute_includes again[:choices].keys, :specimen_number
    Actions::ImportProfiles.remove(id: again[:profile][:id], person_id: person.id)

    refute preview.call(bare)[:ready]
  end
end

# What a person puts beside a finding.
class OverrulingTest < StoreCase
  def setup = @pull = import(lot, log_text)

  def overrule(typed: nil, **given)
    typed &&= { text: typed, unit: "kN" }
    Actions::OverruleFinding.call(pull_id: @pull.id, person_id: person.id, kind: "peak", ordinal: 0, typed: typed,
                                  **given)
  end

  def undo = Actions::OverruleFinding.undo(pull_id: @pull.id, person_id: person.id, kind: "peak", ordinal: 0)
  def found = Actions::ShowPull.call(pull_id: @pull.id)[:recording][:findings].find { |f| f[:kind] == "peak" }
  def measured = Models::Pull[@pull.id].measurement("peak").value_si

  def test_a_typed_peak_stands_beside_the_found_one
    before = found[:value_si]
    overrule(typed: "0.85", reason: "the display showed less")

    assert_in_delta before, found[:value_si]
    assert_in_delta 850.0, found[:overruled][:value_si]
    assert_equal [person.name, "the display showed less"], found[:overruled].values_at(:person, :reason)
    assert_in_delta 850.0, measured
  end

  def test_moved_to_a_time_it_takes_the_force_that_was_read_there
    overrule(at_seconds: 2.0)

    assert_in_delta 900 * 161 / 260.0, found[:overruled][:value_si], 4.0
  end

  def test_taken_back_the_found_one_is_measured_again
    before = measured
    overrule(typed: "0.85")
    overrule(typed: "0.80")
    undo

    assert_in_delta 850.0, measured
    undo

    assert_in_delta before, measured
    assert_raises(MildAnvil::Conflict) { undo }
    assert_equal 5, Models::Measurement.where(pull_id: @pull.id).count
  end

  def test_what_cannot_be_is_refused
    assert_raises(MildAnvil::InvalidInput) { overrule }
    assert_raises(MildAnvil::InvalidInput) { overrule(at_seconds: 99.0) }
    assert_raises(MildAnvil::InvalidInput) { overrule(at_seconds: 0.0) }
    assert_raises(MildAnvil::NotFound) { overrule(ordinal: 3, at_seconds: 1.0) }
    @pull = peak(lot, "2")
    assert_raises(MildAnvil::InvalidInput) { overrule(typed: "5.0") }
  end
end
