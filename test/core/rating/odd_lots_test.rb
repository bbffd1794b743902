# frozen_string_literal: true

require_relative "../../test_helper"
require "timeout"

# Lots that nobody would hand in: every one ends in figures or in words, soon.
class OddLotsTest < CoreCase
  COUNT = 40
  SECONDS = 20
  KINDS = %i[break break break at_least at_most between void].freeze

  def observation(random, force)
    kind = KINDS.sample(random: random)
    Rating::Observation.checked(counts_as: kind, value_si: force, upper_si: kind == :between ? (force * 1.1) + 1 : nil,
                                mode: [nil, "torn", "slip"].sample(random: random), reason: "x")
  end

  def lot(random)
    size = 10**random.rand(0.0..6.0)
    variation = [0.0, 1e-9, 0.001, 0.05, 0.3, 1.0].sample(random: random)
    step = [0, 0, 0.01, 0.2].sample(random: random) * size
    forces = Array.new([0, 1, 2, 3, 4, 5, 8, 12].sample(random: random)) do
      (size * (1 + (variation * (random.rand + random.rand - 1)))).abs + (1e-6 * size)
    end
    forces = forces.map { |f| [(f / step).round * step, step].max } if step.positive?
    Rating::Sample.new(forces.map { |f| observation(random, f) })
  end

  def terms(random)
    Rating::Terms.checked(unit: unit(%w[N kN lbf kgf].sample(random: random)),
                          coverage: [0.5, 0.95, 0.9999].sample(random: random),
                          confidence: [0.5, 0.95, 0.9999].sample(random: random),
                          factor: [1.0, 5.0, 50.0].sample(random: random),
                          marking_step: [nil, 0.1, 1000.0].sample(random: random),
                          school: [nil, *Rating::Schools.all.map do |s|
                            s::KEY
                          end].sample(random: random))
  end

  def test_every_lot_gets_an_answer
    COUNT.times do |seed|
      random = Random.new(seed)
      sample = lot(random)
      stated = Timeout.timeout(SECONDS) { Rating::ComputeRating.call(sample, terms(random)).to_h }

      assert JSON.generate(stated), "seed #{seed}"
      assert(stated[:schools].all? do |school|
        school[:refusal].nil? ? school[:value_si]&.finite? : school[:refusal].size > 10
      end, "seed #{seed}")
    end
  end

  def fitted(*values)
    likelihood = MildAnvil::Core::Statistics::Likelihood
    MildAnvil::Core::Statistics::LocationScaleFit.new(MildAnvil::Core::Statistics::Families::StandardNormal,
                                                      values.map do |kind, low, high|
                                                        likelihood::Value.new(kind: kind, low: low, high: high)
                                                      end)
  end

  # Whatever one strength explains, no scatter explains better.
  def test_what_one_strength_agrees_with_has_no_scatter
    [[[:exact, 5.0], [:exact, 5.0], [:interval, 4.0, 6.0]], [[:exact, 5.0], [:interval, 4.0, 6.0],
                                                             [:interval, 5.0, 7.0]],
     [[:interval, 4.0, 6.0], [:interval, 5.0, 7.0],
      [:interval, 5.5, 5.8]],
     [[:exact, 5.0], [:exact, 5.0], [:right, 4.0], [:left, 6.0]]].each do |values|
      assert_raises(MildAnvil::InsufficientData) { fitted(*values) }
    end
    assert_operator fitted([:exact, 5.0], [:exact, 5.0], [:interval, 6.0, 7.0]).scale, :>, 0.1
    assert_operator fitted([:interval, 4.0, 5.0], [:interval, 6.0, 7.0], [:interval, 5.0, 6.0]).scale, :>, 0.1
  end
end
