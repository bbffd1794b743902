# frozen_string_literal: true

require_relative "../../test_helper"

# A count is a whole count, wherever the log ends; the hold of a bond that creeps is one hold.
class CountsAndBondsTest < CoreCase
  Curve = MildAnvil::Core::Curve

  def curve(forces, interval, travel: nil, noise: 0.0)
    random = Random.new(7)
    axis = Curve::TimeAxis.from(MildAnvil::Core::Packed.pack(forces.each_index.map { |i| i * interval }))
    noisy = forces.map { |f| f + (noise * (random.rand + random.rand + random.rand - 1.5)) }
    channels = [channel("Force", "force", noisy, true), (channel("Travel", "displacement", travel, false) if travel)]
    Curve::Analysis.new(Curve::Recording.new(time_axis: axis, channels: channels.compact)).findings
  end

  def channel(name, role, values, main)
    Curve::Channel.new(name: name, role: role, sign: 1, packed: MildAnvil::Core::Packed.pack(values), main: main,
                       unit: MildAnvil::Catalogue.units.find(role == "force" ? "N" : "m"))
  end

  # Waves between 500 and 4,500 N after a rise to their middle: they begin and end at it.
  def waves(count, per_wave, ending)
    rise = [*[0.0] * 20, *(0..30).map { |i| 2500.0 * i / 30 }]
    wave = Array.new((count * per_wave) + 1) { |i| 2500.0 - (2000.0 * Math.cos(2 * Math::PI * ((i.to_f / per_wave) - 0.25))) }
    rise + wave + ending
  end

  ENDINGS = { "log stops" => [], "rest" => [*(0..30).map { |i| 2500.0 * (30 - i) / 30 }, *[0.0] * 30],
              "pull" => [*(0..60).map { |i| 2500.0 + (6500.0 * i / 60) }, *[10.0] * 30],
              "swings out" => Array.new(25) do |i|
                2500.0 - (2000.0 * (1 - (i / 24.0)) * Math.sin(2 * Math::PI * i / 16))
              end }.freeze

  def test_the_last_of_200_cycles_counts_however_the_log_ends
    ENDINGS.each do |name, ending|
      [10, 16, 40].each do |per_wave|
        [0.0, 40.0].each do |noise|
          found = curve(waves(200, per_wave, ending), 1.0 / per_wave, noise: noise).group_by(&:kind)
          told = "#{name}, #{per_wave} rows a cycle, noise #{noise}"

          assert_equal [200], found[:cycles].to_a.map { |f| f.extra[:count] }, told
          assert_empty found.slice(:first_failure, :slip, :later_peak).keys, told
        end
      end
    end
  end

  # The first way up is slow: from rest to the valleys, and on.
  def test_the_first_of_24_cycles_counts_where_a_slow_rise_from_rest_leads_to_it
    [0.0, 40.0].each do |noise|
      slow = [*[0.0] * 40, *(0..120).map { |i| 500.0 * i / 120 }]
      wave = Array.new(24 * 16) { |i| 2500.0 - (2000.0 * Math.cos(2 * Math::PI * i / 16)) }
      pull = (0..200).map { |i| 500.0 + (8500.0 * i / 200) }
      found = curve([*slow, *wave, *pull, *[10.0] * 30], 0.05, noise: noise).find { |f| f.kind == :cycles }

      assert_equal 24, found.extra[:count]
      assert_in_delta 160 * 0.05, found.at_seconds, 0.3
      assert_in_delta 4500.0, found.extra[:highest_newtons], 60.0
    end
  end

  # Held by travel a bond relaxes by the logarithm of time; held by force its travel creeps.
  def bond(relaxing)
    ramp = (0..100).map { |i| 8000.0 * i / 100 }
    held = Array.new(1200) { |i| 8000.0 * (1 - (relaxing ? 0.006 * Math.log(1 + (i * 0.05)) : 0.0)) }
    forces = [*[0.0] * 30, *ramp, *held, *(0..40).map { |i| held.last * (40 - i) / 40 }, *[0.0] * 30]
    creep = relaxing ? 0.0 : 2e-4
    travel = forces.each_index.map do |i|
      since = ((i - 131) * 0.05).clamp(0, 60)
      (forces[i] * 1e-7) + (creep * Math.log(1 + since))
    end
    [forces, travel]
  end

  def test_the_hold_of_a_creeping_bond_is_one_and_whole
    [true, false].each do |relaxing|
      [0.0, 15.0].each do |noise|
        forces, travel = bond(relaxing)
        holds = curve(forces, 0.05, travel: travel, noise: noise).select { |f| f.kind == :hold }

        told = "relaxing #{relaxing}, noise #{noise}"

        assert_equal 1, holds.size, told
        assert_in_delta 60.0, holds.first.until_seconds - holds.first.at_seconds, 1.5, told
      end
    end
  end
end
