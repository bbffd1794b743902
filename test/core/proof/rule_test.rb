# frozen_string_literal: true

require_relative "../../test_helper"

# The proof-load tables, step by step, with the jumps as printed.
class ProofRuleTest < CoreCase
  # rule => { tonnes => proof load in tonnes }
  CASES = {
    "lifting_appliance" => { 1 => 1.25, 20 => 25.0, 20.1 => 25.1, 50 => 55.0, 50.1 => 55.11, 100 => 110.0 },
    "single_sheave_block" => { 2.5 => 10.0, 40 => 160.0 },
    "multi_sheave_block" => { 10 => 20.0, 25 => 50.0, 26 => 51.258, 160 => 176.28, 200 => 220.0 },
    "loose_gear" => { 5 => 10.0, 25 => 50.0, 26 => 51.72, 100 => 142.0 },
    "beam" => { 10 => 20.0, 11 => 21.04, 160 => 176.0, 161 => 177.1 },
    "sling" => { 3 => 6.0 },
    "wire_rope_hand_tucked" => { 4 => 5.0 },
    "wire_rope_pressed" => { 4 => 8.0 },
    "boat_gear_static" => { 10 => 22.0 },
    "boat_winch_static" => { 10 => 15.0 },
    "boat_winch_dynamic" => { 10 => 11.0 }
  }.freeze

  def rules = MildAnvil::Catalogue.proof_rules.to_h { |rule| [rule.key, rule] }

  CASES.each do |key, cases|
    define_method("test_#{key}") do
      cases.each do |tonnes, proof|
        assert_in_delta proof, rules.fetch(key).proof_tonnes(tonnes), 1e-9, "#{tonnes} t"
      end
    end
  end

  def test_every_rule_is_in_the_table_has_a_source_and_is_marked_for_checking
    assert_equal CASES.keys.sort, rules.keys.sort
    rules.each_value do |rule|
      assert rule.check
      assert_operator rule.source.size, :>, 20
      assert_raises(MildAnvil::InvalidInput) { rule.proof_tonnes(0) }
    end
  end

  # More load, more proof: but for the jumps that the tables print.
  def test_the_proof_load_never_falls_but_at_the_printed_jumps
    rules.each_value do |rule|
      proofs = (1..400).map { |w| rule.proof_tonnes(w / 2.0) }

      assert_operator proofs.each_cons(2).count { |a, b| b < a - 1e-9 }, :<=, 1, rule.key
    end
  end

  def test_newtons_are_tonnes_times_standard_gravity
    assert_in_delta 2 * 9806.65 * 3, rules.fetch("sling").proof_newtons(3 * 9806.65), 1e-6
  end
end
