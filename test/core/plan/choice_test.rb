# frozen_string_literal: true

require_relative "../../test_helper"

# The upper estimate and which bench can do it.
class ChoiceTest < CoreCase
  Plan = MildAnvil::Core::Plan
  Bench = Plan::BenchChoice::Bench
  Cell = Plan::BenchChoice::Cell
  WORDING = Plan::Wording.new(MildAnvil::Catalogue.units.find("kN"))

  def claim(**values) = MildAnvil::Core::Rating::Claim.new(kind: :minimum, **values)

  def estimate(**given) = Plan::UpperEstimate.of(wording: WORDING, largest_factor: 10.0, **given)

  # 14.5 + 3 · 1.16 = 17.98 kN.
  def test_earlier_lots_go_before_the_claim
    lots = [{ name: "dry", breaks: 8, mean_si: 14_500.0, standard_deviation_si: 1_160.0 },
            { name: "one", breaks: 1, mean_si: 90_000.0, standard_deviation_si: nil }]
    found = estimate(lots: lots, claims: [claim(value_si: 40_000.0, measure: :strength)])

    assert_in_delta 17_980.0, found.value_si, 1e-6
    assert_equal "dry, 8 breaks", found.basis
  end

  CLAIMED = [[{ value_si: 14_000.0, measure: :strength }, 28_000.0],
             [{ value_si: 2_500.0, measure: :working_load, factor: 3.0 }, 15_000.0],
             [{ value_si: 2_500.0, measure: :working_load }, 50_000.0],
             [{ value_si: 0.8, measure: :share, of_si: 10_000.0 }, 16_000.0]].freeze

  def test_a_claim_twice_over_and_the_largest_factor_where_it_is_unknown
    CLAIMED.each { |values, upper| assert_in_delta upper, estimate(claims: [claim(**values)]).value_si, 1e-6, values }
    assert_match(/the largest factor of the table since its own is not stated/,
                 estimate(claims: [claim(value_si: 2_500.0, measure: :working_load)]).working.first)
    assert_nil estimate(claims: [claim(value_si: 0.8, measure: :share)])
    assert_nil estimate
  end

  def cells(**rest)
    [Cell.new(name: "C-2", capacity_newtons: 50_000.0, verified_low: 400.0, verified_high: 36_000.0, **rest)]
  end

  def bench(**rest)
    Bench.new(name: "B", pull_newtons: 50_000.0, guard_newtons: 40_000.0, guard_joules: 900.0, stroke_metres: 0.6,
              bed_metres: 4.0, slowest: 0.0001, fastest: 0.01, cells: cells, **rest)
  end

  def answer(bench, **need)
    Plan::BenchChoice.for([bench], Plan::BenchChoice::Need.new(upper_newtons: 18_000.0, **need), WORDING).first
  end

  def test_a_bench_that_can
    assert_equal "can", answer(bench, joules: 200.0, stroke_metres: 0.1, bed_metres: 2.0, speed: 0.001).sentence
  end

  NO = { [{ pull_newtons: 10_000.0 }, {}] => /pulls 10.0 kN, 18.0 kN may be needed \(8.00 kN short\)/,
         [{ guard_newtons: 9_000.0 }, {}] => /the guard contains 9.00 kN, 9.00 kN less/,
         [{}, { joules: 1200.0 }] => /the guard contains 900 J, 1.20 kJ may be stored/,
         [{}, { stroke_metres: 0.7 }] => /600 mm of stroke, 700 mm needed/,
         [{}, { bed_metres: 5.0 }] => /the bed is 4.00 m, 5.00 m needed/,
         [{}, { speed: 0.02 }] => %r{no faster than 600 mm/min, 1200 mm/min wanted},
         [{}, { speed: 0.00005 }] => %r{no slower than 6 mm/min, 3 mm/min wanted},
         [{ cells: [] }, {}] => /has no cell/,
         [{}, { lowest_newtons: 100.0 }] => /verified from 0.400 kN only, 0.100 kN must be read/ }.freeze

  def test_each_limit_says_no_and_by_how_much
    NO.each do |(values, need), words|
      found = answer(bench(**values), **need)

      refute found.can, words.inspect
      assert_match(words, found.sentence)
    end
    assert_match(/C-2 is verified up to 15.0 kN only/,
                 answer(bench(cells: [Cell.new(name: "C-2", capacity_newtons: 50_000.0, verified_low: 1.0,
                                               verified_high: 15_000.0)])).sentence)
    assert_match(/the check of cell C-2 has lapsed/, answer(bench(cells: cells(lapsed: true))).sentence)
    assert_match(/C-2 ends at 17.0 kN/,
                 answer(bench(cells: [Cell.new(name: "C-2", capacity_newtons: 17_000.0)])).sentence)
  end

  def test_what_nobody_entered_is_told_and_not_taken_for_enough
    assert_equal "can; not entered: guard", answer(bench(guard_newtons: nil)).sentence
    assert_equal "can; not entered: capacity", answer(bench(push_newtons: nil), push: true).sentence
    assert_match(/pushes 5.00 kN/, answer(bench(push_newtons: 5_000.0), push: true).sentence)
  end

  def test_a_plan_that_no_bench_can_do_names_the_nearest
    answers = Plan::BenchChoice.for([bench(name: "small", pull_newtons: 1.0, guard_newtons: 1.0),
                                     bench(name: "near", pull_newtons: 17_000.0)],
                                    Plan::BenchChoice::Need.new(upper_newtons: 18_000.0), WORDING)

    assert_match(/\ANo bench can do this.*Nearest: near \(pulls 17.0 kN, 18.0 kN may be needed \(1.00 kN short\)\)/,
                 Plan::BenchChoice.refusal(answers))
    assert_nil Plan::BenchChoice.refusal(Plan::BenchChoice.for([bench], Plan::BenchChoice::Need.new, WORDING))
  end
end
