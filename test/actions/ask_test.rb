# frozen_string_literal: true

require_relative "../support/store_case"

# What is asked of a lot: claims, requirements, terms, studies.
class AskTest < StoreCase
  def refused(&block) = assert_raises(MildAnvil::InvalidInput, &block).details[:fields]
  def change(lot, **values) = Actions::SaveLot.change(lot_id: lot.id, values: values, person_id: person.id)
  def ask(lot) = shown(lot)[:ask]

  def test_a_change_by_somebody_else_is_not_overwritten
    made = lot
    change(made, material: "A")
    assert_raises(MildAnvil::Conflict) do
      Actions::SaveLot.change(lot_id: made.id, values: { material: "B" }, person_id: person.id, version: made.version)
    end
    assert_equal "A", made.refresh.material
  end

  def test_claims_are_kept_as_said_and_never_lost
    made = lot(claims: [claim("4,5", source: "leaflet"), claim("900", unit: "lbf", measure: "working_load", factor: 5)])
    first, second = ask(made)[:claims]

    assert_equal ["4.5", "kN", 4500.0], [first[:text], first[:unit], Models::Claim[first[:id]].value_si]
    change(made, claims: [first.slice(:id, :text, :unit, :measure, :kind, :source), claim("950", unit: "lbf")])

    assert_equal [first[:id]], ask(made)[:claims].map { |c| c[:id] } & [first[:id], second[:id]]
    refute_nil Models::Claim[second[:id]].withdrawn_at
    assert_equal [:"claims.0"], refused { change(made, claims: [claim("many")]) }.keys
  end

  def test_claims_that_say_different_things_are_shown_so
    made = lot_with_breaks(8.1, 8.4, 7.9, claims: [claim("7", source: "leaflet"), claim("8", source: "label"),
                                                   claim("1.4", measure: "working_load", factor: 5)])
    stated = computed(made).statement

    assert_equal 3, stated["verdicts"].size
    assert_equal 2, stated["claim_conflicts"].size
    assert_match(/7 kN \(leaflet\), and 8 kN \(label\)/, stated["claim_conflicts"].first)
  end

  def test_a_claim_in_another_direction_is_not_comparable
    made = lot_with_breaks(8.1, 8.4, 7.9, claims: [claim("7", direction: "shear")])

    assert_equal ["not_comparable", "It is claimed in shear, and tension was tested."],
                 computed(made).statement["verdicts"].first.values_at("state", "reason")
  end

  def test_a_share_of_another_items_strength
    share = claim("80", unit: "%", measure: "share", of_text: "10", of_unit: "kN")
    verdict = computed(lot_with_breaks(8.1, 8.4, 7.9, claims: [share])).statement["verdicts"].first

    assert_in_delta 8000.0, verdict["claimed_si"]
  end

  def test_each_requirement_by_itself_and_service_loads_too
    wanted = [{ text: "1.2", unit: "kN", measure: "working_load" },
              { text: "2.1", unit: "kN", measure: "service", count: 40 },
              { text: "9", unit: "kN", measure: "strength" }]
    stated = computed(lot_with_breaks(8.1, 8.4, 7.9, requirements: wanted)).statement

    assert_equal([true, false, false], stated["margins"].map { |m| m["meets_requirement"] })
  end

  def test_terms_are_revisions
    made = lot
    change(made, terms: { design_factor: 7.0 })
    change(made, terms: { design_factor: 7.0 })
    change(made, terms: { marking_step: { text: "0.1", unit: "kN" } })

    assert_equal [1, 2, 3], Models::RatingTerms.where(lot_id: made.id).select_order_map(:revision)
    assert_equal [7.0, { text: "0.1", unit: "kN" }], ask(made)[:terms].values_at(:design_factor, :marking_step)
    assert_equal [:marking_step], refused { change(made, terms: { marking_step: { text: "0.1", unit: "N·m" } }) }.keys
  end

  def test_units_belong_to_the_measurand
    assert_equal [:display_unit], refused { lot(display_unit: "bar") }.keys
    assert_equal "bar", lot(measurand: "pressure").display_unit
    made = lot_with_breaks(8.1)
    assert_equal [:measurand], refused { change(made, measurand: "torque", display_unit: "N·m") }.keys
    assert_equal [:item_type], refused { lot(item_type: "sofa") }.keys
  end

  def test_a_lot_that_only_ranks_gets_an_index_and_no_limit
    reference = lot_with_breaks(8.0, 8.2, 8.1, name: "Reference")
    assert_equal [:reference_lot_id], refused { lot(relative_only: true) }.keys
    ranked = lot_with_breaks(9.6, 9.9, 9.7, relative_only: true, reference_lot_id: reference.id)
    stated = computed(ranked).statement

    assert_equal [nil, nil], stated.values_at("minimum", "working_load_limit")
    assert_in_delta 1.2, stated["relative"]["index"], 0.01
    Actions::SaveLot.change(lot_id: ranked.id, values: { relative_only: false }, person_id: person.id)
    rated = computed(ranked.refresh).statement
    assert_nil rated["relative"]
    refute_nil rated["minimum"]
    Actions::SaveLot.change(lot_id: ranked.id, values: { relative_only: true }, person_id: person.id)
    assert_match(/1\.20 times as strong as Reference \(1\.1\d to 1\.2\d\)/, stated["relative"]["in_words"])
  end

  def test_a_factor_outside_its_row_is_not_laid_at_its_door
    made = lot_with_breaks(8.1, 8.4, 7.9, terms: { design_factor: 5.0, design_factor_key: "lifting-general" })
    source = lambda { |factor|
      Actions::RateLot.call(lot_id: made.id,
                            what_if: { factor: factor }).statement["factor_source"]
    }

    assert_match(/\AGeneral lifting gear/, source.call(6.0))
    assert_match(/outside 4 to 6 of/, source.call(12.0))
  end

  FACTORS = [{ name: "Tucks", kind: "quantity", levels: [{ name: "3", value: 3.0 }, { name: "5", value: 5.0 }] },
             { name: "Line", levels: [{ name: "new" }, { name: "wet" }] }].freeze

  def test_a_study_makes_lots_its_cells
    study = Actions::SaveStudy.call(job_id: job.id, name: "Tucks and water", factors: FACTORS, person_id: person.id)
    made = lot
    tucks, line = Actions::ShowAsk.study(study)[:factors].map { |f| f[:levels].last[:id] }
    Actions::AssignLevels.call(lot_id: made.id, level_ids: [tucks, line], person_id: person.id)

    assert_equal [tucks, line], ask(made)[:level_ids]
    assert_equal({ "Tucks" => "5", "Line" => "wet" },
                 Actions::RatingInputs.call(Actions::LotFacts.new(made.refresh))["lot"]["levels"])
    others = Actions::ShowAsk.study(study)[:factors].first[:levels].map { |l| l[:id] }
    assert_equal [:level_ids], refused {
      Actions::AssignLevels.call(lot_id: made.id, level_ids: others, person_id: person.id)
    }.keys
    assert_equal [:name], refused {
      Actions::SaveStudy.call(job_id: job.id, name: "Tucks and water", factors: FACTORS, person_id: person.id)
    }.keys
  end

  def test_the_rack_finds_and_pages
    made = lot(name: "Anchor of the east wall")
    found = Actions::ListLots.call(query: "east wall")

    assert_equal(["Anchor of the east wall"], found[:jobs].flat_map { |j| j[:lots].map { |l| l[:name] } })
    assert_equal 0, Actions::ListLots.call(query: "100% sure_")[:total]
    assert_equal([made.id], Actions::FindAnything.call(query: "east wall")[:lots].map { |l| l[:id] })
  end

  def test_today_lists_what_waits_and_one_line_a_pull
    made = lot
    break_at(made, "8.1")
    peak(made, "8.2")
    waiting = Actions::Today.call[:waiting].to_h { |g| [g[:step], g[:lots].map { |l| l[:id] }] }
    latest = Actions::Today.call[:latest].select { |entry| entry[:lot_id] == made.id }

    assert_includes waiting["judge"], made.id
    assert_equal([[2, "record_peak", "8.2"], [1, "judge_pull", "8.1"]], latest.map do |e|
      [e[:number], e[:action], e[:figure][:text]]
    end)
  end
end
