# frozen_string_literal: true

require_relative "../../test_helper"

# Long tests: laws without scatter are found again, and what cannot be told is refused.
class EnduranceLawsTest < CoreCase
  Endurance = MildAnvil::Core::Endurance
  HOURS = [0.1, 0.5, 1.0, 5.0, 24.0, 100.0, 500.0, 1000.0].freeze

  # initial, coefficient, exponent
  [[0.4, 0.08, 0.22], [2.0, 0.5, 0.05], [0.0, 1.0, 0.9], [-1.0, 0.02, 1.2]].each do |d0, a, b|
    define_method("test_a_power_of_#{b.to_s.tr('.', '_')}_is_found") do
      fit = Endurance::PowerCreep.new(HOURS, HOURS.map { |t| d0 + (a * (t**b)) })

      assert_in_delta b, fit.exponent, 1e-7
      assert_in_delta a, fit.coefficient, 1e-6 * a.abs.clamp(1.0, nil)
      assert_in_delta d0, fit.initial, 1e-6
      assert_equal b < 1, fit.slowing?
    end
  end

  def test_another_unit_of_length_scales_all_but_the_exponent
    values = HOURS.map { |t| 0.4 + (0.08 * (t**0.22)) + (0.0005 * Math.sin(t)) }
    mm, m = [1.0, 0.001].map { |factor| Endurance::PowerCreep.new(HOURS, values.map { |v| v * factor }) }

    assert_in_delta mm.exponent, m.exponent, 1e-6
    assert_in_delta mm.coefficient * 0.001, m.coefficient, 1e-8
    assert_in_delta mm.extrapolated(438_300.0)[:high] * 0.001, m.extrapolated(438_300.0)[:high], 1e-6
  end

  def test_farther_is_less_sure
    values = HOURS.map { |t| 0.4 + (0.08 * (t**0.22)) + (0.0005 * Math.sin(7 * t)) }
    fit = Endurance::PowerCreep.new(HOURS, values)
    widths = [100.0, 1000.0, 10_000.0, 438_300.0].map { |t| fit.extrapolated(t).then { |e| e[:high] - e[:low] } }

    assert_equal widths.sort, widths
  end

  # A force that relaxes: the same line with its slope below nothing.
  def test_relaxation_is_the_log_line
    line = Endurance::LogCreep.new(HOURS, HOURS.map { |t| 20_000 - (450 * Math.log10(t)) })

    assert_in_delta(-450.0, line.per_decade, 1e-8)
    assert_in_delta 20_000.0, line.level, 1e-8
    assert_in_delta 1.0, line.r_squared, 1e-12
    assert_in_delta 20_000 - (450 * Math.log10(438_300)), line.extrapolated(438_300.0)[:value], 1e-6
  end

  def test_rates_say_whether_it_slows_down
    slowing = Endurance::Slowing.rates([0.0, 1.0, 3.0, 6.0], [0.0, 2.0, 3.0, 3.5])

    assert Endurance::Slowing.steadily?(slowing)
    refute Endurance::Slowing.steadily?([*slowing, slowing.last * 2])
    assert_raises(MildAnvil::InvalidInput) { Endurance::Slowing.rates([1.0, 1.0], [0.0, 1.0]) }
  end

  def test_what_cannot_be_told_is_refused
    [-> { Endurance::PowerCreep.new([1.0, 2.0, 3.0], [1.0, 2.0, 3.0]) }, lambda {
      Endurance::PowerCreep.new([0.0, 1.0, 2.0, 3.0], [1.0, 2.0, 3.0, 4.0])
    },
     -> { Endurance::PowerCreep.new(HOURS, HOURS.map { |t| 1 + Math.log10(t) }) }, lambda {
                                                                                     Endurance::LogCreep.new([0.0, 1.0,
                                                                                                              2.0],
                                                                                                             [1.0, 2.0,
                                                                                                              3.0])
                                                                                   }, lambda {
                                                                                        Endurance::LogCreep.new([1.0,
                                                                                                                 2.0],
                                                                                                                [1.0,
                                                                                                                 2.0])
                                                                                      }]
      .each do |question|
      assert_operator assert_raises(MildAnvil::InvalidInput, MildAnvil::InsufficientData,
                                    &question).message.size, :>, 30
    end
  end
end
