# frozen_string_literal: true

require_relative "../../support/store_case"

# Acceptance plans of lots: templates, results, what is missing, earlier verdicts.
class LotAcceptanceTest < StoreCase
  Planning = Actions::Planning
  BEND = { name: "bend", kind: "inspected", count: 2, quantity: "longest opening", unit: "mm", sense: "at_most",
           limit: "min(3 mm, t/2)" }.freeze
  TENSILE = { name: "tensile", kind: "measured", count: 1, quantity: "force", unit: "kN", sense: "at_least",
              limit: "20 kN", where: %w[parent] }.freeze
  WALL = { "t" => { text: "5", unit: "mm" } }.freeze

  def save(lot, tests, revision: 0, **rest)
    Planning::Acceptance.save(lot_id: lot.id, name: "Set", tests: tests, revision: revision, dimensions: WALL,
                              person_id: person.id, **rest)
  end

  def show(lot) = Planning::Acceptance.show(lot_id: lot.id)
  def key(lot, name) = show(lot)[:rows].find { |r| r[:name] == name }[:key]

  def record(lot, name, text = nil, unit = "mm", **rest)
    Planning::TestResults.record(lot_id: lot.id, test_key: key(lot, name), typed: text && { text: text, unit: unit },
                                 person_id: person.id, **rest)
  end

  # t = 5 mm: the opening may be 2.5 mm.
  def test_a_limit_follows_from_the_piece
    made = lot
    save(made, [BEND, TENSILE])
    record(made, "bend", "2.5")
    record(made, "bend", "2.6")
    record(made, "tensile", "21", "kN", broke_at: "joint")
    found = show(made)

    assert_equal(["longest opening ≤ 2.50 mm".split.last(3).join(" "), "≥ 20.0 kN"], found[:rows].map do |r|
      r[:limit_text]
    end)
    assert_equal([[2, 1, 1, 0, "failed"], [0, 0, 0, 1, "missing"]], found[:rows].map do |r|
      r.values_at(:done, :passed, :failed, :missing, :state)
    end)
    assert_equal "Missing: tensile (1). Failed: bend (1).", found[:sentence]
    assert_equal({ "t" => { "text" => "5", "unit" => "mm" } }, found[:plan][:dimensions])
    assert_match(/another criterion/, found[:rows][1][:results][0][:reason])
  end

  def test_a_missing_test_is_seen_on_today_and_in_the_spine
    made = lot
    save(made, [BEND])

    assert_equal "Missing: bend (2).", Actions::Today.call[:missing_tests].find { |r| r[:lot_id] == made.id }[:sentence]
    assert_equal ["not planned yet; 2 required tests missing", "warn"], shown(made)[:plan].values_at(:line, :state)
    2.times { record(made, "bend", nil, accepted: true) }

    assert_nil(Actions::Today.call[:missing_tests].find { |r| r[:lot_id] == made.id })
    assert_equal "accepted", show(made)[:verdict]
  end

  def test_a_withdrawn_result_needs_a_reason_and_stays_in_the_journal
    made = lot
    save(made, [BEND])
    record(made, "bend", "9")
    id = show(made)[:rows][0][:results][0][:id]
    assert_raises(MildAnvil::InvalidInput) do
      Planning::TestResults.withdraw(result_id: id, reason: "",
                                     person_id: person.id)
    end
    Planning::TestResults.withdraw(result_id: id, reason: "Other coupon", person_id: person.id)

    assert_equal 2, show(made)[:rows][0][:missing]
    assert_equal "Other coupon", Models::TestResult[id].withdrawn_reason
  end

  def test_results_follow_their_test_into_the_next_revision
    made = lot
    save(made, [BEND])
    record(made, "bend", "1")
    save(made, [TENSILE, { **BEND, count: 3 }], revision: 1)

    assert_equal([0, 1], show(made)[:rows].map { |r| r[:done] })
    assert_raises(MildAnvil::Conflict) { save(made, [BEND], revision: 1) }
  end

  BAD = [[{ limit: "min(3 mm, w/2)" }, /needs w/], [{ limit: "min(3 mm" }, /misses/], [{ unit: "furlong" },
                                                                                       /unit of its limit/],
         [{ kind: "measured", limit: "" }, /measured and needs a limit/]].freeze

  def test_plans_that_cannot_be_held_are_refused
    BAD.each do |values, words|
      assert_match(words, assert_raises(MildAnvil::InvalidInput) do
        save(lot, [{ **BEND,
      **values }])
      end.message)
    end
    assert_match(/same name twice/, assert_raises(MildAnvil::InvalidInput) { save(lot, [BEND, BEND]) }.message)
  end

  def test_results_that_say_nothing_or_in_another_unit_are_refused
    made = lot
    save(made, [BEND, TENSILE])
    assert_raises(MildAnvil::InvalidInput) { record(made, "bend") }
    assert_raises(MildAnvil::InvalidInput) { record(made, "tensile", nil, accepted: true) }
    assert_match(/no unit of force/, assert_raises(MildAnvil::InvalidInput) do
      record(made, "tensile", "5", "mm")
    end.message)
    assert_raises(MildAnvil::InvalidInput) { record(made, "bend", "1", specimen_id: 999_999) }
    assert_raises(MildAnvil::NotFound) do
      Planning::TestResults.record(lot_id: made.id, test_key: "none",
                                   accepted: true, person_id: person.id)
    end
  end

  def test_a_result_sent_twice_is_noted_once
    made = lot
    save(made, [BEND])
    2.times { record(made, "bend", "1", once_key: "k" * 10) }

    assert_equal 1, show(made)[:rows][0][:done]
  end

  def test_a_shipped_template_worked_out_and_one_of_the_shop
    worked = Planning::Templates.worked_out(key: "sewn-sling", dimensions: { WLL: { text: "10", unit: "kN" } })
    made = lot
    Planning::Acceptance.save(lot_id: made.id, name: worked[:name], tests: worked[:tests], revision: 0,
                              person_id: person.id, dimensions: { WLL: { text: "10", unit: "kN" } })

    assert_equal "≥ 70.0 kN", show(made)[:rows][0][:limit_text]
    assert_raises(MildAnvil::InvalidInput) { Planning::Templates.worked_out(key: "sewn-sling") }
    kept = Planning::Templates.keep(lot_id: made.id, name: "Our slings", source: "House rule 4", person_id: person.id)

    assert_equal([3, 1, 1], Planning::Templates.worked_out(key: kept.key)[:tests].map { |t| t[:count] })
    assert_includes Planning::Templates.list.map { |r| r[:name] }, "Our slings"
    assert_raises(MildAnvil::NotFound) { Planning::Templates.worked_out(key: "none") }
  end

  def test_a_template_of_the_shop_is_checked_by_somebody_else_and_retired
    made = lot
    save(made, [BEND])
    row = Planning::Templates.keep(lot_id: made.id, name: "Ours", source: "House", person_id: person.id)
    shelf = ->(verb, who) { Actions::SaveLibraryRow.public_send(verb, table: "acceptance_templates", id: row.id, person_id: who.id) }
    assert_raises(MildAnvil::Forbidden) { shelf.call(:check, person) }
    shelf.call(:check, reviewer)

    refute(Planning::Templates.list.find { |r| r[:id] == row.id }[:check])
    shelf.call(:retire, person)

    assert_nil(Planning::Templates.list.find { |r| r[:id] == row.id })
  end

  # Wanted 7 kN: 6 is weak, 8 is not. The first was rejected before, the second accepted.
  def test_earlier_verdicts_against_the_break
    made = lot(requirements: [{ text: "7", unit: "kN", measure: "strength" }])
    pieces = Planning::SpecimenList.add(lot_id: made.id, count: 3, person_id: person.id)
    note = lambda { |piece, accepted|
      Planning::Verdicts.note(specimen_id: piece.id, how: "visual", accepted: accepted,
                              person_id: person.id)
    }
    note.call(pieces[0], false)
    note.call(pieces[1], true)
    break_at(made, "6", specimen_number: 1)
    break_at(made, "8", specimen_number: 2)

    assert_equal [1, 0, 0, 1], show(made)[:detection].values_at(:hits, :misses, :false_calls, :cleared)
    assert_raises(MildAnvil::Conflict) { note.call(pieces[0], true) }
  end
end
