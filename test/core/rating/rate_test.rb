# frozen_string_literal: true

require_relative "../../test_helper"

class RateTest < CoreCase
  LOT = [23.4, 24.1, 23.0, 24.6, 23.7, 22.8].freeze

  def rate(lot = LOT, **given) = Rating::ComputeRating.call(sample_of(*lot), terms(**given))

  # Hand work: docs/validation.md, section 3.
  def test_a_lot_worked_by_hand
    statement = rate(marking_step: 0.1)

    assert_equal "tolerance_normal", statement.to_h[:chosen]
    assert_equal "21.0", statement.minimum.text
    assert_equal "4.2", statement.working_load_limit.text
    assert_equal "0.68", statement.to_h.dig(:description, :standard_deviation, :text)
  end

  def test_the_minimum_is_rounded_down_before_it_is_divided
    assert_operator rate.minimum.value_si, :<=, rate.chosen.value_si
    assert_operator rate.working_load_limit.value_si * rate.terms.factor, :<=, rate.minimum.value_si
  end

  def test_the_user_may_choose_another_school_but_none_that_is_no_minimum
    assert_equal "22.8", rate(school: :lowest).minimum.text
    assert_nil rate(school: :average).minimum
    assert_match(/gives no minimum/, rate(school: :average).remarks.join)
  end

  def test_a_refusing_choice_gives_no_minimum_and_says_so
    statement = rate([*LOT, [:at_least, 25.2]], school: :tolerance_normal)

    assert_nil statement.working_load_limit
    assert_match(/refuses/, statement.remarks.join)
  end

  # Where its own method refuses, none that is less sure fills in for it.
  def test_wide_scatter_gives_no_minimum_and_says_what_would
    statement = rate([470.0, 424.0, 252.0, 362.0, 203.0])

    assert_nil statement.recommendation.key
    assert_nil statement.minimum
    assert_nil statement.working_load_limit
    assert_equal :tolerance_normal, statement.recommendation.wanted
    assert_match(/the lowest carried 203\.0 kN\. With 5: 23 % confidence/, statement.beside[:ways_out].first)
    assert_match(/\APull \d+ more: .* about \d+\.\d kN\.\z/, statement.beside[:ways_out][2])
  end

  def test_nothing_and_one_break_are_answered_in_words
    assert_match(/Nothing counts yet/, rate([]).recommendation.reason)
    assert_match(/One break gives no minimum/, rate([22.1]).recommendation.reason)
  end

  # A proof is no strength.
  def test_survivors_are_no_minimum_before_they_are_enough_and_never_a_limit
    few = rate([[:at_least, 12.0], [:at_least, 12.5], [:at_least, 13.0]])
    many = rate([[:at_least, 12.0]] * 59)

    assert_nil few.minimum
    assert_match(/a proof is no strength.*needs 59 of them/, few.recommendation.reason)
    assert_equal "12.0", many.minimum.text
    [few, many].each { |statement| assert_nil statement.working_load_limit }
    assert_equal :proof, many.limit_refused_by
    assert_nil rate([[:at_least, 40.0]]).minimum, "one shackle that held"
  end

  def test_all_wrong_terms_are_told_at_once
    error = assert_raises(MildAnvil::InvalidInput) { terms(coverage: 2, factor: 0.5, school: :best, marking_step: -1) }

    assert_equal %i[coverage factor marking_step school], error.details[:fields].keys.sort
  end

  def test_the_statement_is_plain_values
    assert_equal rate(claims: [claim(20.0)]).to_h.keys.map(&:to_s),
                 JSON.parse(JSON.generate(rate(claims: [claim(20.0)]).to_h)).keys
  end

  def test_a_working_load_that_is_wanted_gives_the_realised_factor_and_its_band
    wanted = Rating::Requirement.new(value_si: 3000.0, measure: :working_load, factor_low: 4, factor_high: 6)
    margins = rate(requirements: [wanted]).margins.first

    assert_in_delta 7.0, margins.realised_factor, 0.01
    assert_equal "above", margins.band
    assert margins.meets_requirement
  end

  def test_few_values_are_said_to_be_few
    assert_match(/no test can tell an outlier/, rate([23.4, 24.1, 18.0]).remarks.join)
  end
end
