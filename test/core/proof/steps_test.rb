# frozen_string_literal: true

require_relative "../../test_helper"

# Proof loads at both sides of every boundary of every rule, as the tables print them.
class ProofStepsTest < CoreCase
  Proof = MildAnvil::Core::Proof
  RULES = MildAnvil::Catalogue.proof_rules.to_h { |rule| [rule.key, rule] }
  TONNE = 9806.65
  WORDING = MildAnvil::Core::Plan::Wording.new(MildAnvil::Catalogue.units.find("kN"))

  # rule, working load in tonnes, proof load in tonnes: by hand from the printed formulas
  CASES = [
    ["lifting_appliance", 20.0, 25.0], ["lifting_appliance", 20.001, 25.001], ["lifting_appliance", 50.0, 55.0],
    ["lifting_appliance", 50.001, 55.0011], ["single_sheave_block", 3.0, 12.0],
    ["multi_sheave_block", 25.0, 50.0], ["multi_sheave_block", 25.001, 50.325933],
    ["multi_sheave_block", 160.0, 176.28], ["multi_sheave_block", 160.001, 176.0011],
    ["loose_gear", 25.0, 50.0], ["loose_gear", 25.001, 50.50122], ["beam", 10.0, 20.0],
    ["beam", 10.001, 20.00104], ["beam", 160.0, 176.0], ["beam", 160.001, 176.0011], ["sling", 2.0, 4.0],
    ["wire_rope_hand_tucked", 2.0, 2.5], ["wire_rope_pressed", 2.0, 4.0], ["boat_gear_static", 1.0, 2.2],
    ["boat_winch_static", 1.0, 1.5], ["boat_winch_dynamic", 1.0, 1.1]
  ].freeze

  def test_both_sides_of_every_boundary
    CASES.each do |key, tonnes, proof|
      assert_in_delta proof, RULES.fetch(key).proof_tonnes(tonnes), 1e-9, "#{key} #{tonnes}"
      assert_in_delta proof, Proof::Steps.for(RULES.fetch(key), tonnes * TONNE, WORDING).tonnes, 1e-6,
                      "#{key} #{tonnes}"
    end
    boundaries = RULES.values.flat_map { |rule| rule.steps.filter_map(&:up_to).map { |edge| [rule.key, edge.to_f] } }

    assert_empty boundaries - CASES.map { |key, tonnes, _| [key, tonnes] }
  end

  # Whatever unit it was typed in: the conversion leaves a hair, and the edge belongs to the lower step.
  def test_an_edge_typed_in_any_unit_is_the_edge
    { "kN" => 25 * 9.80665, "N" => 245_166.25, "lbf" => 245_166.25 / 4.4482216152605,
      "kgf" => 25_000.0 }.each do |symbol, value|
      newtons = MildAnvil::Catalogue.units.find(symbol).to_si(value)

      assert_in_delta 50.0, RULES["loose_gear"].proof_newtons(newtons) / TONNE, 1e-9, symbol
    end
  end

  def test_the_steps_and_the_jump_are_shown
    shown = Proof::Steps.for(RULES["loose_gear"], 30 * TONNE, WORDING)

    assert_includes shown.working, "> 25 t: 1.22 W + 20 t = 56.6 t = 555.1 kN"
    assert_includes shown.working, "at 25 t the rule jumps from 50 t to 50.5 t, as printed"
    assert_match(/ILO Convention 152/, shown.working.last)
    assert_match(/to be checked against the edition/, shown.sentence)
  end

  def test_an_appliance_at_each_radius
    rows = Proof::Steps.radii(RULES["lifting_appliance"],
                              [{ metres: 30.0, newtons: 8 * TONNE }, { metres: 10.0, newtons: 22 * TONNE }])

    assert_equal([10.0, 30.0], rows.map { |row| row[:metres] })
    assert_in_delta 27.0, rows[0][:proof_newtons] / TONNE, 1e-9
    assert_in_delta 10.0, rows[1][:proof_newtons] / TONNE, 1e-9
    assert_raises(MildAnvil::InvalidInput) { Proof::Steps.radii(RULES["lifting_appliance"], []) }
    assert_raises(MildAnvil::InvalidInput) do
      Proof::Steps.radii(RULES["beam"], Array.new(2) { { metres: 4.0, newtons: TONNE } })
    end
    assert_equal "the brake holds the test load with the power cut", Proof::Steps.movements(%w[hoist]).last
  end

  def test_nothing_is_no_working_load
    assert_raises(MildAnvil::InvalidInput) { Proof::Steps.for(RULES["beam"], 0.0, WORDING) }
  end

  # 10 t of sea water, bags 300 kg: (10 000 − 300) / 1025 = 9.463 m³; at a quarter the cell reads 24.5 kN.
  def test_water_in_steps_by_hand
    water = MildAnvil::Core::Plan::TestMass.water(10_000.0, limit: 4000.0, bag_kilograms: 300.0, kind: :sea)
    steps = MildAnvil::Core::Plan::TestMass.fill(10_000.0, bag_kilograms: 300.0, kind: :sea)

    assert_equal 3, water[:bags]
    assert_in_delta 9463.41, water[:litres], 0.01
    assert_in_delta 24_516.625, steps[0].reading_newtons, 1e-6
    assert_in_delta 98_066.5, steps.last.reading_newtons, 1e-6
    assert_raises(MildAnvil::InvalidInput) { MildAnvil::Core::Plan::TestMass.water(1.0, limit: 0.0) }
    assert_raises(MildAnvil::InvalidInput) { MildAnvil::Core::Plan::TestMass.water(1.0, limit: 9.0, kind: :oil) }
  end

  def test_steel_never_goes_above_and_says_what_is_short
    mass = MildAnvil::Core::Plan::TestMass
    found = mass.steel(3300.0, [{ kilograms: 500.0, count: 2 }, { kilograms: 1000.0, count: 5 }])

    assert_equal [{ kilograms: 1000.0, count: 3 }], found[:taken]
    assert_in_delta 300.0, found[:missing], 1e-9
    assert_raises(MildAnvil::InvalidInput) { mass.steel(1.0, [{ kilograms: 0.0, count: 2 }]) }
  end

  def test_a_pontoon_holds_only_so_much
    mass = MildAnvil::Core::Plan::TestMass

    assert_in_delta 4500.0,
                    mass.pontoon(20_000.0, compartments: 4, own_kilograms: 2000.0, limit: 5000.0)[:litres_each], 1e-9
    assert_match(/hold 8000 litres, 18000 are needed/, assert_raises(MildAnvil::InvalidInput) do
      mass.pontoon(20_000.0, compartments: 2, own_kilograms: 2000.0, limit: 4000.0)
    end.message)
  end
end
