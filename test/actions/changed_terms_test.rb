# frozen_string_literal: true

require_relative "../support/store_case"

# What stands on a customer's paper when a statement supersedes another: words, and nothing of how it is kept.
class ChangedTermsTest < StoreCase
  Changed = MildAnvil::Actions::ChangedTerms

  def terms(before, after) = Changed.terms(before.transform_keys(&:to_s), after.transform_keys(&:to_s))

  def test_each_term_by_its_name_and_none_by_its_word
    assert_equal ["the design factor was not chosen and is 7",
                  "the reason for the design factor was not stated and is chosen for this lot"],
                 terms({ factor: nil }, { factor: 7.0, factor_source: "chosen for this lot" })
    assert_equal ["the method was the recommended one and is Lowest"], terms({ school: nil }, { school: "lowest" })
    assert_equal ["the uncertainty that all readings share was not known and is 0.6 %"],
                 terms({ shared_uncertainty_share: nil }, { shared_uncertainty_share: 0.006 })
    assert_equal ["the confidence was 95 % and is 99 %"], terms({ confidence: 0.95 }, { confidence: 0.99 })
    assert_equal ["what had been loaded before was counted and is left out"],
                 terms({ preloaded: "count" }, { preloaded: "leave_out" })
  end

  def test_what_speaks_against_readings_comes_and_goes
    assert_equal ["now said: Pull 2 was read by C-9 without any check"],
                 terms({}, { chain_remarks: ["Pull 2 was read by C-9 without any check."] })
    assert_equal ["no longer said: Pull 2 was read late"], terms({ chain_remarks: ["Pull 2 was read late."] }, {})
  end

  def test_a_reason_for_what_stayed_unknown_says_nothing
    assert_empty terms({ shared_uncertainty_source: "not known: 4" }, { shared_uncertainty_source: "not known: 5" })
    assert_equal 1, terms({ shared_uncertainty_share: 0.1, shared_uncertainty_source: "a" },
                          { shared_uncertainty_share: 0.1, shared_uncertainty_source: "b" }).size
  end

  def test_the_lot_by_what_it_says_of_itself
    assert_equal ["the material was not stated and is “Nylon”", "the item was rope with knot and is webbing",
                  "the cell of the study was not stated and is Print flat"],
                 Changed.lot({ "id" => 1, "material" => "", "item_type" => "rope", "levels" => {} },
                             { "id" => 2, "material" => "Nylon", "item_type" => "webbing",
                               "levels" => { "Print" => "flat" } })
  end

  # Whatever changes: never a value of the program.
  def test_no_value_of_a_program_is_ever_said
    keys = %i[coverage confidence factor factor_source school marking_step marking_unit preloaded rated_quantity unit
              direction measurand shared_uncertainty_share shared_uncertainty_source resolution_si population whatever]
    keys.each do |key|
      [[nil, "a"], ["a", nil]].each do |old, new|
        numeric = %i[coverage confidence factor shared_uncertainty_share].include?(key)
        old, new = [old, new].map { |value| value && numeric ? 0.5 : value }
        said = terms({ key => old }, { key => new }).join

        refute_match(/nil|\[|\{|_/, said, key)
      end
    end
  end
end
