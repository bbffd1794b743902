# frozen_string_literal: true

require_relative "../../test_helper"
require_relative "../../support/made_lots"

# What stands beside a minimum, or in its place.
class BesideTest < CoreCase
  include MadeLots

  def beside(*values, **given) = Rating::ComputeRating.call(sample_of(*values), terms(**given)).beside

  # Of 20.0, 20.2, 19.8 and 23: without the stretch the minimum would be higher, and the sentence says by how much.
  def test_a_stronger_break_that_lowers_the_minimum_says_so
    statement = Rating::ComputeRating.call(sample_of(20.0, 20.2, 19.8, 23.0), terms)
    said = statement.beside[:stretch]
    calmer, without = said.scan(/(\d+\.\d) kN/).flatten.map(&:to_f).drop(1)

    assert_match(/\AThe strongest, 23\.0 kN, lowers it: had it broken at .* It counts all the same/, said)
    again = Rating::ComputeRating.call(sample_of(20.0, 20.2, 19.8, calmer), terms).minimum
    assert_in_delta without, again.value_si / 1000, 0.11
    assert_operator again.value_si, :>, statement.minimum.value_si
    assert_nil beside(20.0, 20.2, 18.0, 20.3)[:stretch]
  end

  def test_whoever_lowers_it_is_named_and_nobody_else
    lowered = (0...120).count do |seed|
      made = made_lot(seed, count: 5)
      strongest = made.values.index(made.values.max)
      raised = made.values.dup.tap { |values| values[strongest] += 5 * made.step }
      more = minimum(made, raised)
      said = Rating::ComputeRating.call(made.sample(raised), made_terms(made)).beside[:stretch]
      refute_nil said, "seed #{seed}" if more.positive? && minimum(made) - more > 2 * made.step
      said
    end

    assert_operator lowered, :>, 40
  end

  # 0.92 to the power of 8 is 51 %; a proof at 0.6 of the strongest.
  def test_what_these_breaks_cannot_see
    unseen = beside(*[23.4, 24.1, 23.0, 24.6, 23.7, 22.8, 23.2, 24.0])[:unseen]

    assert_equal(["93 %", "67 %", "44 %"], unseen[:weak].map { |row| row[:text][/with (.*)\.\z/, 1] })
    assert_equal(%w[9.9 14.8 19.7], unseen[:proofs].map { |row| row[:load][:text] })
    assert_equal([true, false, false], unseen[:proofs].map { |row| row[:harmless] })
    assert_match(/A proof of every piece at 14\.8 kN .* 65 % of the lowest break, 22\.8 kN: find out first/,
                 unseen[:proofs][1][:words])
    assert_match(/No proof tells/, beside(20.0, 30.0, 31.0)[:unseen][:proofs].last[:words])
  end

  def test_nothing_and_survivors_have_no_proof_that_excludes_weak_ones
    assert_nil beside[:unseen]
    assert_empty beside([:at_least, 20.0])[:unseen][:proofs]
    assert_match(/this one was none of them with/, beside([:at_least, 20.0])[:unseen][:weak].first[:text])
  end

  def test_how_often_the_bound_keeps_is_said_of_this_school_and_number
    said = beside(23.4, 24.1, 23.0, 24.6, 23.7)[:keeps]
    normal, weakest, = said[:rows].map { |row| row[:kept_percent] }

    assert_in_delta 95.0, normal, 0.8
    assert_operator weakest, :<, 90
    assert_match(/\AOf 100 such bounds from 5 values.*: 9[45] if strengths are normal, 8\d where the weakest/,
                 said[:words])
    cautious = beside(23.4, 24.1, 23.0, 24.6, 23.7, population: nil)[:keeps][:rows]
    assert_operator cautious[1][:kept_percent], :>, 94
    assert_match(/tried for 95 %/, beside(23.4, 24.1, 23.0, coverage: 0.9)[:keeps][:words])
    assert_nil beside(23.4, 24.1, 23.0, school: :lowest)[:keeps]
  end

  def test_between_two_numbers_of_the_table_the_worse_is_said
    kept = [6, 7, 8].map { |n| Rating::Keeps.send(:kept, :tolerance_normal, n, false) }

    assert_equal kept[0].zip(kept[2]).map(&:min), kept[1]
    refute_nil Rating::Keeps.send(:kept, :tolerance_normal, 500, false)
    refute_equal kept[2], Rating::Keeps.send(:kept, :fitted_normal, 8, true)
  end

  def test_two_breaks_that_differ_say_what_is_known_and_the_ways_out
    ways = beside(18.0, 22.0)[:ways_out]

    assert_equal "What can be said: the lowest carried 18.0 kN. With 2: 10 % confidence that 95 % are stronger.",
                 ways[0]
    assert_match(/Borrow the scatter/, ways[1])
    assert_match(/\APull \d+ more: if they broke like these, they would support about/, ways[2])
    assert_match(/Prove every piece/, ways[3])
    borrowed = Rating::Borrowed.from([[23_000.0, 23_800.0, 24_100.0], [22_900.0, 23_500.0]])
    assert_match(/of the kind: \d+\.\d kN/, beside(18.0, 22.0, borrowed: borrowed)[:ways_out][1])
    assert_match(/59 survivors in all/, beside([:at_least, 20.0], [:at_least, 20.0])[:ways_out].join)
    assert_empty beside(23.4, 24.1, 23.0)[:ways_out]
    assert_includes beside(22.0)[:ways_out], "Pull at least two more."
  end

  # How many more it says is how many it takes.
  def test_so_many_more_are_enough
    values = [18.0, 22.0]
    more = beside(*values)[:ways_out][2][/Pull (\d+)/, 1].to_i
    mean = 20.0
    s = Math.sqrt(8)
    bound = ->(n) { mean - (Statistics::ToleranceFactor.normal(breaks: n, coverage: 0.95, confidence: 0.95) * s) }

    assert_operator bound.call(2 + more), :>=, 9.0
    assert_operator bound.call(1 + more), :<, 9.0
  end
end

# Readings of a display are intervals.
class DisplayStepTest < CoreCase
  def spread(values, step) = Rating::DisplayStep.spread(values, step)

  def test_equal_readings_are_spread_over_their_step
    assert_equal [19.95, 20.05], spread([20.0, 20.0], 0.2)
    assert_equal [10.0, 19.0], spread([10.0, 19.0], 0.2)
    assert_equal [20.0, 20.0], spread([20.0, 20.0], nil)
    assert_equal [20.0, 20.0], spread([20.0, 20.0], 0.0)
    assert_equal [0.1, 0.1], spread([0.1, 0.1], 0.2), "a reading of one step may be nothing"
    thirteen = spread(([20.0] * 12) + [20.2], 0.2)
    assert_equal 13, thirteen.uniq.size
    assert_in_delta 20.0 + (0.2 / 13), thirteen.sum / 13, 1e-9
  end

  def test_equal_readings_are_not_no_scatter
    coarse, fine = [500.0, 100.0].map do |step|
      Rating::ComputeRating.call(sample_of(20.0, 20.0, 20.0), terms(resolution_si: step)).minimum.value_si
    end

    assert_operator coarse, :<, fine
    assert_operator fine, :<, 20_000.0
    assert_nil Rating::ComputeRating.call(sample_of(20.0, 20.0, 20.0), terms(resolution_si: nil)).minimum
    weibull = Rating::Schools::FittedWeibull.rate(sample_of(20.0, 20.0, 20.0), terms)
    assert_operator weibull.value_si, :<, 20_000.0
  end

  # Lots of a scatter that the display hides: the bound keeps what it says.
  def test_what_a_coarse_display_hides_is_kept
    random = Random.new(5)
    kept = (0...400).count do
      mean = 20_000 + random.rand(-250.0..250.0)
      deviation = 150.0
      values = Array.new(4) { ((mean + (deviation * Statistics::Normal.quantile(random.rand))) / 500).round * 500.0 }
      sample = Rating::Sample.new(values.map { |v| Rating::Observation.checked(counts_as: :break, value_si: v) })
      Rating::Schools::ToleranceNormal.rate(sample, terms(resolution_si: 500.0)).value_si <= mean - (1.645 * deviation)
    end

    assert_operator kept, :>=, 380
  end
end

# Factors for a population whose weakest place decides, against another generator's.
class WeakestPlaceFactorTest < CoreCase
  ROWS = JSON.parse(File.read("test/fixtures/oracles/15_weakest_place.json")).fetch("rows")

  def k(**of) = Statistics::WeakestPlaceFactor.of(**of)

  def test_they_agree_with_another_simulation
    ROWS.each do |row|
      n, coverage, confidence, expected = row.values_at("n", "coverage", "confidence", "k")

      assert_in_delta expected, k(breaks: n, coverage: coverage, confidence: confidence),
                      [(n == 2 ? 0.03 : 0.012) * expected.abs, 0.008].max, row
    end
  end

  def test_they_fall_with_n_and_rise_with_what_is_asked
    factors = [*2..60, 100, 300, 5000].map { |n| k(breaks: n, coverage: 0.95, confidence: 0.95) }

    assert_equal factors.sort.reverse.uniq, factors
    assert_in_delta 1.8659, k(breaks: 10_000_000, coverage: 0.95, confidence: 0.95), 0.003 # (2.9702 - 0.5772) √6 / π
    shares = [0.5, 0.6, 0.8, 0.9, 0.93, 0.95, 0.99, 0.9999]
    [shares.map { |share| k(breaks: 6, coverage: share, confidence: 0.95) },
     shares.map { |share| k(breaks: 6, coverage: 0.95, confidence: share) }].each { |row| assert_equal row.sort, row }
  end

  def test_they_are_larger_than_those_of_a_normal_population
    [3, 5, 10, 40].each do |n|
      assert_operator k(breaks: n, coverage: 0.95, confidence: 0.95), :>,
                      Statistics::ToleranceFactor.normal(breaks: n, coverage: 0.95, confidence: 0.95)
    end
  end

  def test_beyond_the_table_it_refuses
    assert_raises(MildAnvil::InvalidInput) { k(breaks: 5, coverage: 0.3, confidence: 0.95) }
    assert_raises(MildAnvil::InsufficientData) { k(breaks: 1, coverage: 0.95, confidence: 0.95) }
    assert_operator k(breaks: 5, coverage: 0.95, confidence: 0.99999), :>=,
                    k(breaks: 5, coverage: 0.95, confidence: 0.9999)
  end
end
