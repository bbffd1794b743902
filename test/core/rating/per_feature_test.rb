# frozen_string_literal: true

require_relative "../../test_helper"

class PerFeatureTest < CoreCase
  def judged(feature, number, kind, force)
    Rating::PerFeature::Judged.new(feature: feature, number: number, observation: Rating::Observation.checked(counts_as: kind, force_newtons: force))
  end

  def test_a_pull_again_replaces_the_earlier_at_least
    pulls = [judged(1, 1, :at_least, 7400.0), judged(1, 2, :break, 8900.0), judged(2, 3, :break, 8100.0)]

    assert_equal [8900.0, 8100.0], Rating::PerFeature.call(pulls).map(&:force_newtons)
    assert_equal [1], Rating::PerFeature.replaced(pulls).map(&:number)
  end

  def test_a_void_stays_and_replaces_nothing
    pulls = [judged(1, 1, :at_least, 7400.0), judged(1, 2, :void, 100.0)]

    assert_equal %i[void at_least], Rating::PerFeature.call(pulls).map(&:counts_as)
    assert_empty Rating::PerFeature.replaced(pulls)
  end

  def test_preloaded_means_more_than_half_of_the_final_value
    assert Rating::PerFeature.preloaded?(5100.0, 10_000.0)
    refute Rating::PerFeature.preloaded?(4900.0, 10_000.0)
    refute Rating::PerFeature.preloaded?(nil, 10_000.0)
  end

  def test_a_between_needs_two_forces_in_order
    assert_raises(MildAnvil::InvalidInput) { Rating::Observation.checked(counts_as: :between, force_newtons: 5.0, upper_newtons: 4.0) }
    assert_raises(MildAnvil::InvalidInput) { Rating::Observation.checked(counts_as: :guess, force_newtons: 5.0) }
    assert_raises(MildAnvil::InvalidInput) { Rating::Observation.checked(counts_as: :break, force_newtons: Float::NAN) }
  end
end
