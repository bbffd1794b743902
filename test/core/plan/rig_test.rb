# frozen_string_literal: true

require_relative "../../test_helper"

# Tackle, ram, redirect, sideways, preload: hand work of docs/validation.md.
class RigTest < CoreCase
  Plan = MildAnvil::Core::Plan
  Stage = Plan::Rig::Stage
  WORDING = Plan::Wording.new(MildAnvil::Catalogue.units.find("kN"))

  def rig(*stages) = Plan::Rig.new(stages.map { |given| Stage.new(**given) })

  # 3 parts off the fixed block hauling 3 parts off the moving one, no friction: 9 to 1. 9 kN need 1 kN.
  def test_a_compound_rig_by_hand
    found = rig({ parts: 3 }, { parts: 3, from_moving_block: true })

    assert_equal 9, found.count
    assert_in_delta 9.0, found.advantage, 1e-12
    assert_in_delta 1_000.0, found.hand(9_000.0), 1e-9
  end

  # Forces on each fixed block balance: 9 + 3 kN where hauled off it, 3 − 1 kN where hauled off the moving one.
  def test_anchors_by_hand
    levels = rig({ parts: 3 }, { parts: 3, from_moving_block: true }).levels(9_000.0)

    assert_in_delta 12_000.0, levels[0].anchor, 1e-9
    assert_in_delta 3_000.0, levels[1].moves, 1e-9
    assert_in_delta 2_000.0, levels[1].anchor, 1e-9
  end

  # η 0.9, off the fixed block: 0.9 + 0.81 + 0.729 = 2.439.
  def test_friction_by_hand
    found = rig({ parts: 3, efficiency: 0.9 })

    assert_in_delta 2.439, found.advantage, 1e-12
    assert_operator found.hand(1000.0), :>, 1000 / 3.0
  end

  def test_a_miscounted_stage_is_caught
    found = rig({ parts: 3, counted: 4 }, { parts: 3, from_moving_block: true, counted: 3 }, { parts: 2, counted: 5 })

    assert_equal 2, found.miscounted.size
    assert_match(/Stage 1: you counted 4, the drawing has 3 .*hauling part off the fixed block/, found.miscounted[0])
    assert_match(/Stage 3: you counted 5/, found.miscounted[1])
    refute_match(/hauling part/, found.miscounted[1])
  end

  def test_no_rig_and_too_long_a_rig
    assert_raises(MildAnvil::InvalidInput) { rig }
    assert_raises(MildAnvil::InvalidInput) { rig(*Array.new(7) { { parts: 2 } }) }
    assert_raises(MildAnvil::InvalidInput) { rig({ parts: 0 }) }
    assert_raises(MildAnvil::InvalidInput) { rig({ parts: 2, efficiency: 0.0 }) }
  end

  # 400 bar on 50 mm: 40 MPa · π · 0.0025 / 4 = 78.540 kN; rod 30 mm: 50.265 kN.
  def test_a_ram_by_hand
    answer = Plan::RigAnswers.ram(WORDING, bore: 0.05, rod: 0.03, pressure: 40_000_000.0)

    assert_in_delta 50_265.48, answer.value_si, 0.01
    assert_equal "At 400 bar the ram pushes 78.5 kN and pulls 50.2 kN.", answer.sentence
    assert_in_delta 40_000_000.0, Plan::Tackle.ram_pressure(answer.value_si, 0.05, rod: 0.03), 1.0
    assert_raises(MildAnvil::InvalidInput) { Plan::Tackle.ram(1.0e6, 0.05, rod: 0.05) }
    assert_raises(MildAnvil::InvalidInput) { Plan::Tackle.ram(0.0, 0.05) }
  end

  # 4 kN at 60° between the parts: 8 cos 30° = 6.928 kN.
  def test_a_redirect_by_hand
    assert_in_delta 6_928.2, Plan::RigAnswers.redirect(WORDING, tension: 4_000.0, degrees: 60.0).value_si, 0.1
    assert_raises(MildAnvil::InvalidInput) { Plan::Tackle.redirect(1.0, 190) }
  end

  # 1 kN across at 5°: 1 / (2 sin 5°) = 5.737 kN.
  def test_a_line_pulled_sideways_by_hand
    answer = Plan::RigAnswers.sideways(WORDING, sideways: 1_000.0, degrees: 5.0)

    assert_in_delta 5_736.9, answer.value_si, 0.1
    assert_equal "The line carries 5.74 kN along itself.", answer.sentence
  end

  # 100 N·m on M16: 100 / (0.2 · 0.016) = 31.25 kN, from 25 (rusty) to 52.1 (oiled).
  def test_a_preload_by_hand
    answer = Plan::RigAnswers.preload(WORDING, diameter: 0.016, torque: 100.0)

    assert_in_delta 31_250.0, answer.value_si, 1e-6
    assert_match(/25.0 kN to 52.1 kN.*the cell decides/, answer.sentence)
    assert_in_delta 31_250.0, Plan::RigAnswers.preload(WORDING, diameter: 0.016, force: 31_250.0).value_si, 1e-6
    assert_raises(MildAnvil::InvalidInput) { Plan::Tackle.preload(0.0, 0.016) }
  end

  # ½ F²/k of 18 kN and 4 kN/mm: 40.5 J; water of 10 litres at 100 bar above: (10⁷)² · 0.01 / 4.4·10⁹ = 227 J.
  def test_stored_energy_by_hand
    assert_in_delta 40.5, Plan::StoredEnergy.springs(18_000.0, [4.0e6]), 1e-9
    assert_in_delta 227.27, Plan::StoredEnergy.liquid(10_101_325.0, 0.01), 0.01
    assert_operator Plan::StoredEnergy.gas(10_101_325.0, 0.01), :>, 100 * 227.27
    assert_in_delta 7.5574, Plan::StoredEnergy.as_mass(148.23, 2.0), 1e-3
    assert_raises(MildAnvil::InvalidInput) { Plan::StoredEnergy.liquid(101_325.0, 0.01) }
  end
end
