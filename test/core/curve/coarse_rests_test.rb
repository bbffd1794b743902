# frozen_string_literal: true

require_relative "../../test_helper"

# The rest before a load on a display of coarse steps.
class CoarseRestsTest < CoreCase
  Curve = MildAnvil::Core::Curve
  STEP = 0.68

  # A noise of 0.6 N on steps of 0.68 N.
  def shown(force, random)
    noise = 1.2 * (random.rand + random.rand + random.rand - 1.5)
    ((force - 0.4 + noise) / STEP).round * STEP
  end

  # The mean of 740 readings that noise spreads over several steps is finer than a step.
  def test_a_long_rest_before_a_load_that_comes_on_slowly_is_the_zero
    random = Random.new(3)
    rise = (1..100).map { |i| i * 0.03 } + (1..6000).map { |i| 3 + (i * 0.001) } + (1..1200).map { |i| 9 + (i * 0.07) }
    forces = [*[0.0] * 740, *rise, *[0.0] * 900].map { |force| shown(force, random) }
    axis = Curve::TimeAxis.from(MildAnvil::Core::Packed.pack(forces.each_index.map { |i| i * 0.0025 }))
    force = Curve::Channel.new(name: "Force", role: "force", sign: 1, packed: MildAnvil::Core::Packed.pack(forces),
                               main: true, unit: MildAnvil::Catalogue.units.find("N"))
    found = Curve::Analysis.new(Curve::Recording.new(time_axis: axis, channels: [force])).findings.group_by(&:kind)

    assert_in_delta 0.0, found[:zero].first.at_seconds, 1e-9
    assert_includes (740 * 0.0025)..(4000 * 0.0025), found[:take_up].first.at_seconds # out of 5 sigma of the noise
  end
end
