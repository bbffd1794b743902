# frozen_string_literal: true

require_relative "../../test_helper"
require_relative "../../support/kept"

# Made-up programs of a bench, of every kind of stretch in any order, at any rate, noise and step, asked with any
# settings: all that is found in them was kept. A threshold that moves by a tenth, a loop that ends a sample later, a
# comparison that turns, shows in one of them. Whether a finding is right is said by curves with known truth.
class ProgramsKeptTest < CoreCase
  include Kept

  FILES = 8
  EACH = 20

  FILES.times do |file|
    define_method("test_programs_#{file}") do
      assert_kept_as("programs_#{file}", (0...EACH).to_h { |i| [i.to_s, found((file * EACH) + i + 1)] })
    end
  end

  # One bench run: stretches of force and travel with the noise and the step of a cell.
  class Program
    MOST_SAMPLES = 1500

    def initialize(random)
      @random = random
      @top = 10.0**between(2.0, 5.0)
      @hertz = [5.0, 10.0, 20.0, 50.0, 100.0].sample(random: random)
      @stiffness = @top / between(0.002, 0.08)
      @forces = [0.0]
      @travel = [0.0]
      @noise = (random.rand**2) * 0.004
      @step = (random.rand**3) * 0.004
      @offset = between(-0.05, 0.05)
    end

    attr_reader :hertz, :top, :stiffness

    def run
      rest(between(0.3, 3.0)) if @random.rand < 0.9
      @random.rand(1..7).times { send(%i[ramp ramp hold slip partial unload cycle bend creep].sample(random: @random)) }
      send(%i[break_off break_off decline unload stop].sample(random: @random))
      self
    end

    def forces
      @forces.first(MOST_SAMPLES).map do |f|
        value = f + (@offset * @top) + (gauss * @noise * @top)
        @step.zero? ? value : (value / (@step * @top)).round * @step * @top
      end
    end

    def travel = @travel.first(MOST_SAMPLES).map { |x| x + (gauss * 2.0e-6) }
    def between(low, high) = low + (@random.rand * (high - low))

    private

    def go(to, seconds, way)
      count = [(seconds * hertz).round, 1].max
      from = @forces.last
      start = @travel.last
      (1..count).each do |i|
        share = i / count.to_f
        @forces << (from + ((to - from) * share))
        @travel << (start + (way * share))
      end
    end

    def now = @forces.last
    def rest(seconds) = go(now, seconds, 0.0)
    def elastic(to) = (to - now) / @stiffness

    def ramp
      to = [now + (@top * between(0.1, 0.5)), @top].min
      go(to, between(1.0, 8.0), elastic(to))
    end

    def bend
      to = now + (@top * between(0.02, 0.2))
      go(to, between(1.0, 6.0), elastic(to) * between(2.0, 9.0))
    end

    def creep = go(now * between(0.99, 1.0), between(2.0, 9.0), between(0.0, 0.002))
    def hold = go(now * between(0.93, 1.0), between(2.0, 15.0), 0.0)

    def slip
      go(now * between(0.7, 0.97), 1 / hertz, between(0.0, 0.001))
      ramp
    end

    def partial
      go(now * between(0.4, 0.94), 1 / hertz, 0.0)
      go(now, between(0.2, 1.0), between(0.0005, 0.003))
    end

    def unload
      to = now * between(0.0, 0.6)
      go(to, between(0.5, 5.0), elastic(to))
    end

    def cycle
      high = [now, @top * 0.2].max
      low = now * between(0.05, 0.4)
      @random.rand(2..4).times do
        go(low, between(0.6, 2.0), elastic(low))
        go(high, between(0.6, 2.0), elastic(high))
      end
    end

    def break_off
      ramp
      go(now * between(0.0, 0.15), between(0.5, 3.0) / hertz, 0.0)
      rest(between(0.0, 2.5))
    end

    def decline = go(now * between(0.05, 0.5), between(1.0, 8.0), between(0.002, 0.02))
    def stop = nil
    def gauss = Math.sqrt(-2 * Math.log(1 - @random.rand)) * Math.cos(2 * Math::PI * @random.rand)
  end

  private

  def found(seed)
    program = Program.new(Random.new(seed)).run
    recording = recording(program.forces, interval: 1 / program.hertz, travel: seed % 5 == 4 ? nil : program.travel)
    analysis = Curve::Analysis.new(recording, settings: settings(program, seed))
    { findings: analysis.findings.map { |finding| told(finding) },
      segments: analysis.segments.all.map { |s| [s.first, s.last, s.kind] },
      falls: analysis.segments.falls.map { |f| [f.top, f.bottom, f.kind] } }
  end

  def settings(program, seed)
    hold = { newtons: program.top * program.between(0.2, 0.9), seconds: 2.0 + (seed % 7),
             below_share: (seed % 3) * 0.01 }
    Curve::Settings.new(holds: seed.even? ? [hold] : [], gauge_length_metres: seed % 3 == 1 ? 0.05 : nil,
                        yield_offset_metres: seed % 3 == 2 ? 0.0005 : nil,
                        displacements_metres: [0.001 * (1 + (seed % 9))], forces_newtons: [program.top * 0.3],
                        train_newtons_per_metre: seed % 4 == 3 ? program.stiffness * 4 : nil,
                        rate_newtons_per_second: program.top / 10)
  end

  def told(finding)
    [finding.kind, finding.at_seconds, finding.until_seconds, finding.force_newtons, finding.confidence, finding.doubt,
     finding.extra]
  end
end
