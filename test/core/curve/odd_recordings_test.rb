# frozen_string_literal: true

require_relative "../../test_helper"
require "timeout"

# Recordings of nothing that ever was: whatever is in them, the findings end, and can be written down.
class OddRecordingsTest < CoreCase
  COUNT = 250
  LENGTHS = [1, 2, 3, 7, 40, 200, 700].freeze
  SECONDS = 10

  PIECES = [->(r, n, from) { Array.new(n) { |i| from + (i * r.rand(0.1..50.0)) } }, lambda { |_, n, from|
    Array.new(n, from)
  }, lambda { |_, n, _|
       Array.new(n, 0.0)
     },
            ->(r, n, from) { r.rand(1..500).then { |a| Array.new(n) { |i| from + (a * Math.sin(i * 0.3)) } } },
            ->(r, n, from) { r.rand(0.1..30.0).then { |s| Array.new(n) { |i| [from - (i * s), 0.0].max } } },
            ->(r, n, _) { Array.new(n) { r.rand(-100.0..2000.0) } }, lambda { |_, n, from|
                                                                       [from * 2, *Array.new(n - 1, from)]
                                                                     }].freeze

  def forces(random)
    made = []
    random.rand(1..7).times do
      made.concat(PIECES.sample(random: random).call(random, LENGTHS.sample(random: random), made.last || 0.0))
    end
    noise = [0.0, 0.0, 1.0, 20.0].sample(random: random)
    made = made.map { |v| v + random.rand(-noise..noise) } if noise.positive?
    made = made.map { |v| (v / 10).round * 10.0 } if random.rand < 0.3
    random.rand < 0.2 ? made.map(&:-@) : made
  end

  def travel(random, forces)
    case random.rand(5)
    when 0 then forces.each_index.map { |i| i * 1e-4 }
    when 1 then forces.map { |v| v * 1e-6 }
    when 2 then Array.new(forces.size, 0.0)
    when 3 then forces.map { random.rand * 1e-3 }
    else forces.each_index.map { |i| random.rand < 0.2 ? Float::NAN : i * 1e-5 }
    end
  end

  def stamps(random, count)
    interval = [1e-4, 0.01, 0.1, 1.0, 60.0].sample(random: random)
    return Array.new(count) { |i| i * interval } if random.rand < 0.7

    at = 0.0
    Array.new(count) { at += interval * random.rand(0.2..3.0) }
  end

  def settings(random)
    return Curve::Settings.new if random.rand < 0.7

    Curve::Settings.new(holds: [{ newtons: 500.0, seconds: 1.0, below_share: 0.05 }], displacements_metres: [1e-3],
                        forces_newtons: [300.0], gauge_length_metres: 0.05,
                        train_newtons_per_metre: 1e6, rate_newtons_per_second: 100.0)
  end

  def odd(random)
    force = forces(random)
    channels = [Curve::Channel.new(name: "F", role: "force", samples: force, main: true)]
    if random.rand < 0.7
      channels << Curve::Channel.new(name: "D", role: %w[displacement angle].sample(random: random),
                                     samples: travel(random, force))
    end
    if random.rand < 0.3
      channels << Curve::Channel.new(name: "G", role: "force", samples: force.map { |v|
        (v * 0.5) + random.rand
      })
    end
    Curve::Recording.new(time_axis: Curve::TimeAxis.from(stamps(random, force.size)), channels: channels)
  end

  def test_findings_always_end_in_figures
    COUNT.times do |seed|
      random = Random.new(seed)
      recording = odd(random)
      found = Timeout.timeout(SECONDS) { Curve::Analysis.new(recording, settings: settings(random)).findings }

      assert JSON.generate(found.map(&:to_h)), "seed #{seed}"
    end
  end

  # The highest of many cycles is one of them; nothing came after.
  def test_cycles_of_which_the_second_is_the_highest
    cycle = ->(top) { Array.new(60) { |i| top * Math.sin(Math::PI * i / 60) } }
    forces = [*Array.new(40, 0.0), *[990.0, 1010.0, 1000.0, 995.0].flat_map(&cycle), *Array.new(40, 0.0)]
    found = Curve::Analysis.new(recording(forces, interval: 0.1, travel: forces.map do |f|
      f * 1e-6
    end)).findings.group_by(&:kind)

    assert_in_delta 1010.0, found.fetch(:peak).first.force_newtons, 1.0
    assert_operator found.fetch(:cycles).first.extra[:count], :>=, 3
    assert_in_delta 1e6, found.fetch(:stiffness).first.extra[:newtons_per_metre], 1e4
    refute_includes found.keys, :break
  end

  def creep(seconds)
    made = recording(Array.new(seconds.size) { |i| 1500.0 + (i % 3) }, stamps: seconds, travel: seconds.map do |t|
      yield(t / 3600.0)
    end)
    Curve::Analysis.new(made).findings.find { |f| f.kind == :creep }
  end

  def test_a_long_test_that_follows_the_logarithm_of_time_or_stands
    seconds = Array.new(300) { |i| 6 * (10**(i * 5.8 / 300)) }
    logarithm = creep(seconds) { |hours| 0.0023 + (8e-5 * Math.log10(hours)) }
    standing = creep(seconds) { 0.0023 }

    assert_equal "log", logarithm.extra[:law]
    assert_in_delta 8e-5, logarithm.extra[:metres_per_decade], 1e-7
    assert_match(/exponent runs to nothing/, logarithm.because)
    assert_equal "none", standing.extra[:law]
    assert_equal "power", creep(seconds) { |hours| 0.0023 + (3e-4 * (hours**0.2)) }.extra[:law]
  end
end
