# frozen_string_literal: true

require_relative "../../support/store_case"

# A lot's plan: kept as revisions, tied to registers and pulls, honest about what it stands on.
class PlanningTest < StoreCase
  Planning = Actions::Planning

  def typed(text, unit = "kN") = { text: text, unit: unit }
  def specimen = { name: "Loop", specimen: true }

  def save(lot, revision: 0, **content)
    Planning::SavePlan.call(lot_id: lot.id, content: content, revision: revision, person_id: person.id)
  end

  def section(lot, key, **content) = Planning::ShowPlan.call(lot_id: lot.id, content: content)[:sections].fetch(key)
  def register(table, **values) = Planning::Register.add(table: table, values: values, person_id: person.id)
  def gear(name, strength: typed("30"), **rest) = register("gear", name: name, kind: "jaw", strength: strength, **rest)

  def test_a_plan_is_kept_as_revisions_and_sets_what_is_planned
    made = lot(specimens_planned: 4)
    save(made, pulls: 6, train: [specimen])
    second = save(made, revision: 1, pulls: 8, train: [specimen])

    assert_equal 2, second.revision
    assert_equal 8, shown(made)[:lot][:specimens_planned]
    assert_equal([6, 8], Models::Plan.where(lot_id: made.id).order(:revision).all.map { |p| p.content_h[:pulls] })
    assert_raises(MildAnvil::Conflict) { save(made, revision: 1, pulls: 9) }
  end

  def test_what_was_never_planned_begins_with_what_was_asked
    shown = Planning::ShowPlan.call(lot_id: lot(specimens_planned: 5).id)

    assert_equal [0, nil, 5], [shown[:revision], shown[:kept], shown[:content][:pulls]]
    assert_equal "missing", shown[:sections][:how_many][:state]
  end

  # requirement 0.9 kN working load × 5 = 4.5 kN wanted; a claim does not go before it.
  def test_what_is_wanted_comes_from_ask
    made = lot(terms: { design_factor: 5.0 }, claims: [claim("9")],
               requirements: [{ text: "0.9", unit: "kN", measure: "working_load" }])
    found = section(made, :how_many, pulls: 5, expected: { mean: typed("8"), scatter_percent: 6 })

    assert_in_delta 4500.0, found[:required_si], 1e-6
    assert_match(/\ATo clear 4.50 kN:/, found[:sentence])
  end

  def test_earlier_lots_of_the_type_give_mean_and_scatter
    lot_with_breaks(8.1, 8.4, 7.9, name: "Earlier")
    found = section(lot, :benches)

    assert_equal "missing", found[:state]
    register("benches", name: "B", kind: "frame", pull: typed("7"))
    found = section(lot, :benches)

    assert_match(/Earlier, 3 breaks/, found[:working].first)
    assert_match(/pulls 7.00 kN, 8.89 kN may be needed/, found[:benches].first[:sentence])
    assert_match(/mean of Earlier; scatter pooled from Earlier, 2 degrees of freedom/,
                 section(lot, :how_many, required: typed("5"))[:scatter])
  end

  # Lots that scatter alike are pooled: √((2 · 0.25² + 2 · 0.3²) / 4) kN; those that do not leave the widest.
  def test_earlier_lots_that_scatter_alike_are_pooled
    lot_with_breaks(8.0, 8.25, 8.5, name: "A")
    lot_with_breaks(7.7, 8.0, 8.3, name: "B")
    content = { required: typed("5"), expected: { mean: typed("8") } }
    found = section(lot, :how_many, **content)

    assert_in_delta Math.sqrt(((0.25**2) + (0.3**2)) / 2) / 8, found[:variation_share], 1e-9
    assert_match(/pooled from B, A, 4 degrees of freedom; they scatter alike/, found[:scatter])
    lot_with_breaks(2.0, 8.0, 14.0, name: "Wild")

    assert_match(/of Wild, the widest of 3 earlier lots/, section(lot, :how_many, **content)[:scatter])
  end

  def test_a_link_may_be_what_was_pulled_before
    rope = lot_with_breaks(9.0, 9.5, 10.0, name: "Rope", item_type: "rope")
    content = { expected: { mean: typed("8") }, train: [specimen, { name: "Rope", lot_id: rope.id }] }
    found = section(lot, :train, **content)

    assert_equal "9.50 kN", found[:links].last[:capacity]
    assert(found[:working].any? { |line| line.include?("Rope, 3 breaks") })
    assert_includes Planning::Register.show[:lots].map { |row| row[:name] }, "Rope"
    assert_equal "unknown",
                 section(lot, :train, **content,
train: [specimen, { name: "x", lot_id: 999_999 }])[:links].last[:capacity]
  end

  def test_wrong_figures_are_refused_by_section_and_nothing_is_kept
    made = lot
    fault = assert_raises(MildAnvil::InvalidInput) do
      save(made, pulls: 5, train: [specimen, { name: "Sling", strength: typed("9"), legs: 2, included_degrees: 180.0 }])
    end

    assert_includes fault.details[:fields].keys, :train
    assert_match(/180°/, fault.message)
    assert_nil Models::Plan.of(made.id)
    assert_match(/Mean: must be above 0/, assert_raises(MildAnvil::InvalidInput) do
      save(made, expected: { mean: typed("0") })
    end.message)
    assert_raises(MildAnvil::InvalidInput) { save(made, bench_id: 999_999) }
    assert_raises(MildAnvil::InvalidInput) { save(made, train: [specimen, { name: "x", gear_id: 999_999 }]) }
    assert_equal "refused", section(made, :ram, ram: { bore: typed("5", "kN"), force: typed("1") })[:state]
  end

  def test_one_wrong_figure_silences_one_answer_alone
    content = { pulls: 20, expected: { mean: typed("8"), scatter_percent: 5 }, required: typed("6"),
                ram: { bore: typed("0", "mm"), force: typed("1") } }
    sections = Planning::ShowPlan.call(lot_id: lot.id, content: content)[:sections]

    assert_equal %w[refused ok], [sections[:ram][:state], sections[:how_many][:state]]
  end

  def test_the_limits_of_the_plan_stand_on_the_page_of_the_lot
    bench = register("benches", name: "B-7", kind: "frame", pull: typed("50"), guard: typed("22"))
    register("instruments", name: "C-7", capacity: typed("40"), verified_low: typed("1"), verified_high: typed("36"),
                            bench_id: bench.id)
    jaw = gear("Jaw", strength: typed("24"))
    made = lot

    assert_empty shown(made)[:limits]
    save(made, pulls: 3, bench_id: bench.id, train: [specimen, { name: "Jaw", gear_id: jaw.id }])

    assert_equal([["Guard contains", "22.0"], ["Jaw", "24.0"], ["C-7 verified", "36.0"], ["B-7", "50.0"]],
                 shown(made)[:limits].map { |row| [row[:name], row[:figure][:text]] })
    assert_equal "3 pulls", shown(made)[:plan][:line]
  end

  # 18.49 kN is stated as 18.4: a limit is never shown higher than it is.
  def test_limits_are_rounded_down
    made = lot
    save(made, pulls: 3, train: [specimen, { name: "Jaw", strength: typed("18.49") }])

    assert_equal ["18.4 kN", "4120 lbf"], shown(made)[:limits].map { |l|
      ["#{l[:figure][:text]} kN", "#{l[:figure][:texts]['lbf']} lbf"]
    }.first
  end

  def test_the_same_name_twice_is_one_row
    gear("Jaw")
    assert_match(/“Jaw” already/, assert_raises(MildAnvil::InvalidInput) { gear("Jaw") }.message)
  end

  def test_gear_in_line_counts_every_pull_and_its_highest_load
    jaw = gear("Jaw", pulls_before: 10, highest_before: typed("4"))
    made = lot
    peak(made, "9")
    save(made, pulls: 3, train: [specimen, { name: "Jaw", gear_id: jaw.id }])
    peak(made, "5.2")
    peak(made, "7.4")
    row = Planning::Register.show[:gear].find { |g| g[:id] == jaw.id }

    assert_equal [12, "7.40"], [row[:pulls], row[:highest][:text]]
  end

  def test_a_link_of_unknown_strength_cannot_be_promised
    old = gear("Old eye", strength: nil)
    found = section(lot, :train, expected: { mean: typed("8") },
                                 train: [specimen, { name: "Old eye", gear_id: old.id }])

    assert_match(/\ACannot promise: the strength of Old eye/, found[:sentence])
    assert_equal "unknown", found[:links].last[:capacity]
  end

  def test_pulls_that_ended_in_the_train_ask_for_another_plan
    made = lot
    save(made, pulls: 3, train: [specimen])
    judge(peak(made, "6.5"), "at_least", failed_part: "jaw")
    judge(peak(made, "6.1"), "at_least", failed_part: "connector")
    found = Planning::ShowPlan.call(lot_id: made.id)[:sections][:train]

    assert_equal "2 pulls of this lot ended in the train (jaw 1, connector 1), the lowest at 6.10 kN: plan the " \
                 "train again.",
                 found[:ended]
    assert_equal "warn", shown(made)[:plan][:state]
    save(made, revision: 1, pulls: 3, train: [specimen])

    assert_nil Planning::ShowPlan.call(lot_id: made.id)[:sections][:train][:ended]
  end

  def test_what_came_otherwise_than_expected_is_counted
    made = lot_with_breaks(8.0)
    judge(peak(made, "5.0"), "break", failed_part: "specimen", mode: "clean")
    content = { expected: { mean: typed("8"), scatter_percent: 5, mode: "torn" } }

    assert_match(/1 of 2 not as expected: pull 2 below what was expected, clean/,
                 Planning::ShowPlan.call(lot_id: made.id, content: content)[:expectation])
  end

  def test_a_lot_in_another_quantity_is_planned_in_it
    made = lot(measurand: "torque", item_type: "bolt_nut")
    found = Planning::ShowPlan.call(lot_id: made.id,
                                    content: { pulls: 6,
                                               required: typed("28", "N·m"), expected: { mean: typed("36", "N·m"),
                                                                                         scatter_percent: 5 } })

    assert_match(/\ATo clear 28.0 N·m:/, found[:sections][:how_many][:sentence])
    assert_match(/another quantity/,
                 Planning::ShowPlan.call(lot_id: made.id, content: {})[:sections][:benches][:sentence])
    assert_equal "refused",
                 section(made, :how_many, expected: { mean: typed("36") }, required: typed("28", "N·m"))[:state]
  end

  def test_a_lapsed_check_and_a_due_inspection_are_told
    bench = register("benches", name: "B-8", kind: "frame", pull: typed("50"), guard: typed("50"))
    register("instruments", name: "C-8", capacity: typed("50"), due_on: "2020-01-01", bench_id: bench.id)
    jaw = gear("Jaw", inspection_due_on: "2020-01-01")
    content = { expected: { mean: typed("8") }, train: [specimen, { name: "Jaw", gear_id: jaw.id }] }

    assert_match(/the check of cell C-8 has lapsed/, section(lot, :benches, **content)[:benches].last[:sentence])
    assert_match(/Jaw: its inspection is due/, section(lot, :train, **content)[:cautions].first)
  end

  def test_near_misses_keep_people_away
    bench = register("benches", name: "B-9", kind: "frame")
    Planning::Register.note_near_miss(what: "a pin", distance: typed("4", "m"), bench_id: bench.id,
                                      person_id: person.id)
    content = { expected: { mean: typed("8") }, energy: { stretch: typed("10", "mm") } }

    assert_in_delta 2.0, section(lot, :energy, **content)[:stand_off_metres]
    assert_in_delta 6.0, section(lot, :energy, **content, bench_id: bench.id)[:stand_off_metres]
  end

  KN = ->(text) { { text: text, unit: "kN" } }
  CELL = { name: "C", capacity: KN["5"], verified_low: KN["1"] }.freeze
  REFUSED = [["instruments", CELL, :verified_high],
             ["instruments", { **CELL, verified_low: KN["3"], verified_high: KN["2"] }, :verified_high],
             ["instruments", { **CELL, verified_high: KN["9"] }, :verified_high],
             ["benches", { name: " ", kind: "frame" }, :name],
             ["benches", { name: "B", kind: "frame", pull: KN["0"] }, :pull],
             ["benches", { name: "B", kind: "frame", pull: { text: "5", unit: "mm" } }, :pull],
             ["gear", { name: "G", kind: "jaw", inspection_due_on: "soon" }, :inspection_due_on]].freeze

  def test_rows_that_contradict_themselves_are_refused_by_field
    REFUSED.each do |table, values, field|
      fault = assert_raises(MildAnvil::InvalidInput, values.inspect) { register(table, **values) }

      assert_includes fault.details[:fields].keys, field, values.inspect
    end
  end

  def test_a_row_is_changed_by_whoever_saw_it_last_and_retired_rows_are_offered_no_longer
    row = gear("Jaw")
    change = lambda { |version|
      Planning::Register.change(table: "gear", id: row.id, values: { strength: typed("25") },
                                version: version, person_id: person.id)
    }

    assert_in_delta 25_000.0, change.call(1).strength_newtons
    assert_raises(MildAnvil::Conflict) { change.call(1) }
    Planning::Register.retire(table: "gear", id: row.id, person_id: person.id)

    assert_empty(Planning::Register.show[:gear].select { |g| g[:id] == row.id })
    assert_raises(MildAnvil::NotFound) { change.call(2) }
  end
end
