# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Where nothing pulls: the stretches before and after the load in which the force is flat within its noise. A
      # handful of low readings that rise is no rest.
      class Rest
        GATE_SHARE = 0.02 # of the way to the peak
        GATE_SIGMAS = 6
        LEAVES_SIGMAS = 3 # two readings in a row
        FEWEST = 5
        SURE = 30 # readings that are flat within their noise alone are rest wherever they lie
        LOOK_SHARE = 0.005
        LOOK = (7..200)
        # The means of the first and the last third may differ by their own noise, a step, and what a soft start or a
        # drifting cell makes of the way to the peak.
        FLAT_SIGMAS = 4
        FLAT_SHARE = 0.003
        SHRINKS_TO = 0.7
        STRICT_SHARE = 0.3
        LATER_SHARE = 0.1 # of the way to the peak: how fast the load came on is told from that
        SEEN_TIMES = 2
        DITHER_SHARE = 0.5
        LOW_SHARE = 0.03 # of the range above the lowest forces: where a rest after the load may lie
        DOWN_SHARE = 0.3
        MEDIAN_LOOK = 20_000 # samples that a median is taken from; more of them do not move it

        Quiet = Struct.new(:first, :last, :level, :sigma, keyword_init: true)

        # @param forces [Array<Float>] spikes set aside, in the sense of loading
        # @param noise [Float] sigma of one reading; @param step [Float] of the display
        # @param packed [String] the same; @param top [Integer] the sample of the highest
        def initialize(forces, noise:, step:, packed: Packed.pack(forces), top: forces.index(forces.max))
          @forces = forces
          @noise = noise
          @step = step
          @peak = top
          @packed = packed
        end

        # @return [Quiet, nil] before the load
        def before
          level = Rest.first_level(@forces)
          leaves = leaving(level + [GATE_SHARE * (@forces[@peak] - level), LEAVES_SIGMAS * @noise].max)
          leaves -= 1 while leaves.positive? && @forces[leaves] > level
          found = strictly_flat(leaves) || flat(0, leaves)
          # A few readings at a level that is left downwards later are the foot of a loading, not rest.
          found if found && seen?(found) && (low?(found.level) || sure?(found))
        end

        # @return [Quiet, nil] after it: down to where the forces of the recording are lowest, and flat until its end
        def after
          level = Rest.first_level(@forces.last(LOOK.end).reverse)
          return unless low?(level)

          gate = level + [GATE_SHARE * (@forces[@peak] - level), GATE_SIGMAS * @noise].max
          last = @forces.size - 1
          flat(PackedSearch.walk(@packed, last, @peak, high: gate) + 1, last, from_end: true)
        end

        # @return [Float] the median of the first readings
        def self.first_level(samples)
          median(samples.first((samples.size * LOOK_SHARE).round.clamp(LOOK)))
        end

        # @return [Float] of some 20,000 of them, evenly taken
        def self.median(values)
          if values.size > MEDIAN_LOOK
            stride = (values.size / MEDIAN_LOOK) + 1
            values = (0...values.size).step(stride).map { |i| values[i] }
          end
          sorted = values.sort
          (sorted[(sorted.size - 1) / 2] + sorted[sorted.size / 2]) / 2.0
        end

        private

        # The first sample above the gate whose successor is, too.
        def leaving(gate)
          at = -1
          loop do
            at = PackedSearch.walk(@packed, at + 1, @peak, high: gate)
            return at if at >= @peak || @forces[at + 1] >= gate
          end
        end

        def low?(level)
          sample = (0...@forces.size).step([@forces.size / 2000, 1].max).map { |i| @forces[i] }.sort
          lowest = sample[sample.size / 50]
          rise = @forces[@peak] - lowest
          level - lowest <= (LOW_SHARE * rise) + (3 * @noise) && level - lowest < DOWN_SHARE * rise
        end

        # As flat as its noise alone allows, if that leaves enough of it.
        def strictly_flat(leaves)
          last = leaves
          fewest = [SURE, STRICT_SHARE * leaves].max
          while last + 1 >= fewest
            return quiet(0, last) if flat?(0, last, share: 0.0)

            last = ((last + 1) * SHRINKS_TO).floor - 1
          end
        end

        # The stretch, shortened at the side of the load until it is flat.
        def flat(first, last, from_end: false)
          while last - first + 1 >= FEWEST
            return quiet(first, last) if flat?(first, last)

            length = ((last - first + 1) * SHRINKS_TO).floor
            from_end ? first = last - length + 1 : last = first + length - 1
          end
          nil
        end

        # Had the load come on as fast as it did later, these readings would not have been flat.
        def seen?(quiet)
          rise = @forces[@peak] - quiet.level
          later = PackedSearch.walk(@packed, quiet.last, @peak, high: quiet.level + (LATER_SHARE * rise))
          count = quiet.last - quiet.first + 1
          LATER_SHARE * rise * count / [later - quiet.last, 1].max >= SEEN_TIMES * (allowed(count / 3, 0.0) - dithered)
        end

        # A noise of half a step and more makes the mean of many readings finer than the step.
        def dithered = @noise >= DITHER_SHARE * @step ? @step : 0.0

        def sure?(quiet) = quiet.last + 1 >= SURE && flat?(quiet.first, quiet.last, share: 0.0)

        def flat?(first, last, share: FLAT_SHARE)
          third = [(last - first + 1) / 3, 1].max
          head, tail = [first, last - third + 1].map { |at| mean(at, third) }
          (tail - head).abs <= allowed(third, share * (@forces[@peak] - [head, tail].min))
        end

        # What the means of two stretches of so many readings may differ by.
        def allowed(count, more) = (FLAT_SIGMAS * @noise * Math.sqrt(2.0 / [count, 1].max)) + @step + more

        def mean(from, count) = @forces[from, count].sum / count

        def quiet(first, last)
          rest = @forces[first..last]
          centre = Rest.median(rest)
          sigma = Noise::SIGMA_FROM_MAD * Rest.median(rest.map { |v| (v - centre).abs })
          Quiet.new(first: first, last: last, level: centre, sigma: sigma).freeze
        end
      end
    end
  end
end
