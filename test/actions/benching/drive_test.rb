# frozen_string_literal: true

require_relative "../../support/committed_case"
require_relative "../../support/bench_desk"

# Who drives a run, and how it passes on; procedures of the shop's own and their revisions.
class DriveTest < CommittedCase
  include BenchDesk

  Drive = Benching::Drive

  def teardown
    close_desk if @desk
    super
  end

  def going
    lot = lot_at_bench
    Models::Run.create(lot_id: lot.id, bench_id: @bench_row.id, procedure: "{}", checklist: "{}", overruled: "[]",
                       person_id: person.id, driver_id: person.id, driver_seen_at: Time.now)
  end

  def test_control_passes_when_it_is_given_and_only_to_whom
    run = going
    other, third = Array.new(2) { add_person("technician") }
    assert_raises(MildAnvil::Conflict) { Drive.take(run_id: run.id, person_id: other.id) }
    assert_raises(MildAnvil::Forbidden) { Drive.give(run_id: run.id, person_id: other.id, to_id: third.id) }
    Drive.give(run_id: run.id, person_id: person.id, to_id: other.id)
    assert_raises(MildAnvil::Conflict) { Drive.take(run_id: run.id, person_id: third.id) }
    Drive.take(run_id: run.id, person_id: other.id)

    assert_equal [other.id, nil], run.refresh.values.values_at(:driver_id, :offered_to_id)
    assert_raises(MildAnvil::Forbidden) do
      Benching::CommandRun.call(run_id: run.id, command: "hold", person_id: person.id)
    end
    assert_equal 2, DATABASE[:events].where(action: %w[give_run take_run]).count
  end

  def test_control_lapses_when_nobody_is_heard_of_for_half_a_minute
    run = going.update(driver_seen_at: Time.now - Drive::LAPSED_SECONDS - 1)
    other = add_person("technician")

    assert Drive.shown(run)[:lapsed]
    Drive.seen(run_id: run.id, person_id: other.id)
    assert Drive.shown(run.refresh)[:lapsed], "a watcher's word does not count"
    Drive.seen(run_id: run.id, person_id: person.id)
    refute Drive.shown(run.refresh)[:lapsed]
    run.update(driver_seen_at: Time.now - Drive::LAPSED_SECONDS - 1)

    assert_equal other.id, Drive.take(run_id: run.id, person_id: other.id).driver_id
  end

  def test_a_run_that_is_over_is_taken_by_nobody
    run = going.update(state: "finished", ended_at: Time.now)

    assert_raises(MildAnvil::Conflict) { Drive.take(run_id: run.id, person_id: person.id) }
    assert_raises(MildAnvil::NotFound) { Drive.take(run_id: 0, person_id: person.id) }
  end

  def content(seconds)
    { kind: "proof", steps: [{ does: "ramp", to: { of: "proof" }, rate: 5.0 },
                             { does: "hold", seconds: seconds }, { does: "release", rate: 500 }] }
  end

  def save(seconds, **rest)
    Benching::SaveProcedure.call(name: "Ours", content: content(seconds), person_id: person.id, **rest)
  end

  def test_each_change_is_another_revision_and_a_stale_one_is_told
    first = save(5)
    second = save(10, key: first.key, revision: 1)

    assert_equal [1, 2], [first.revision, second.revision]
    assert_raises(MildAnvil::Conflict) { save(20, key: first.key, revision: 1) }
    rows = Benching::ListProcedures.call[:rows].select { |row| row[:own] }
    assert_equal([[2, 10]], rows.map { |row| [row[:revision], row[:content][:steps][1][:seconds]] })
    Benching::SaveProcedure.retire(key: first.key, person_id: person.id)
    assert_empty(Benching::ListProcedures.call[:rows].select { |row| row[:own] })
  end

  def pulled(*steps) = { kind: "staged", steps: [{ does: "ramp", to: 500, rate: 50 }, *steps] }

  # What no bench can do, or what leaves a load hanging, is refused while it is written, and where it lies already.
  def test_what_no_bench_does_is_refused_in_words
    off = { does: "release", rate: 50 }
    { /takes the zero under load/ => pulled({ does: "zero" }, off),
      /end under load/ => pulled({ does: "wait", seconds: 5 }),
      /faster than any bench: at most 1 m/ => pulled({ does: "break", rate: 50 }),
      /faster than any bench: at most 10000 kN/ => pulled({ does: "release", rate: 1.0e9 }),
      /goes to a load/ => pulled({ **off, rate_as: { value: 5, unit: "mm/min" } }),
      %r{“furlong/s”, which is none} => pulled({ does: "break", rate_as: { value: 5, unit: "furlong/s" } }) }
      .each do |words, wrong|
      error = assert_raises(MildAnvil::InvalidInput) do
        Benching::SaveProcedure.call(name: "Ours", content: wrong, person_id: person.id)
      end
      assert_match words, error.message
      assert_match words, Benching::SaveProcedure.preview(name: "Ours", content: wrong)[:refused]
    end
    kept = Models::Procedure.create(key: "own-old", name: "Old", about: "", revision: 1, person_id: person.id,
                                    content: pulled({ does: "wait", seconds: 5 }))
    shown = Benching::ShowBench.call(lot_id: lot_at_bench.id)[:procedures].find { |row| row[:key] == kept.key }

    assert_match(/end under load/, shown[:refused])
  end

  def test_a_rate_is_typed_in_force_or_travel_a_second_or_a_minute
    typed = lambda do |does, value, unit|
      step = { does: does, rate_as: { value: value, unit: unit } }
      made = pulled(*(does == "break" ? [step] : [step, { does: "release", rate: 5 }]))
      Benching::SaveProcedure.call(name: "R", content: made, person_id: person.id).content_h[:steps][1]
    end

    assert_in_delta 0.05 / 60, typed.call("break", 50, "mm/min")[:rate], 1e-12
    assert_equal "travel", typed.call("break", 50, "mm/min")[:by]
    assert_in_delta 200.0, typed.call("release", 12, "kN/min")[:rate], 1e-9
    assert_equal({ value: 12, unit: "kN/min" }, typed.call("release", 12, "kN/min")[:rate_as])
    assert_equal "force", typed.call("break", 100, "lbf/s")[:by]
    words = Benching::ShowBench.call(lot_id: lot_at_bench.id)[:procedures].select { |row| row[:name] == "R" }
    assert_includes words.flat_map { |row| row[:steps].map { |step| step[:detail] } }, "50 mm/min"
  end

  # Procedures that make no sense are refused before they are kept.
  def test_what_cannot_be_run_is_not_kept
    held = content(5).merge(steps: [{ does: "ramp", to: { of: "proof" }, rate: 5.0 }])
    unit = { kind: "drop", steps: [{ does: "measure", figures: [{ name: "Mass", unit: "stone" }] }] }
    measured = lambda do |works_out, **figures|
      rows = figures.map { |name, unit| { name: name.to_s, unit: unit } }
      { kind: "staged", steps: [{ does: "measure", works_out: works_out, figures: rows }] }
    end
    mixed = measured.call("drop", Mass: "mm", "Height of fall": "m")
    legs = measured.call("share", "Leg 1": "N", "Leg 2": "mm")
    { /Mass is read in a unit of mass/ => mixed, /of one kind/ => legs,
      /no measurand/ => content(5).merge(measurands: %w[luck]), /a proof is held/ => held,
      /is no unit here/ => unit, /are missing/ => { kind: "break", steps: [] } }
      .each do |words, wrong|
      error = assert_raises(MildAnvil::InvalidInput) do
        Benching::SaveProcedure.call(name: "Ours", content: wrong, person_id: person.id)
      end
      assert_match words, error.message
    end
    assert_match(/proof is held/, Benching::SaveProcedure.preview(name: "", content: held)[:refused])
    assert_equal 0, Models::Procedure.count
  end

  def test_a_run_says_by_which_revision_it_ran
    lot = lot_at_bench(requirements: [{ text: "0.5", unit: "kN", measure: "working_load" }])
    key = quick_proof(points: [])
    open_desk
    connected
    run = over(start(lot, key))

    assert_equal [key, 1, 1000.0],
                 [*run.read(:procedure).values_at(:key, :revision), run.read(:procedure)[:loads][:proof]]
  end
end
