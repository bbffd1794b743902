# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Cuts a recording into stretches in which force and travel go evenly, at the places that leave the least over:
      # PackedSearch::Lines over means of a few samples, each channel in units of its own noise.
      class Course
        MOST_POINTS = 2000
        FEWEST = 2
        # A line may be off by so much of the way to the peak, and of the whole travel, before another one is needed.
        FORCE_FLOOR_SHARE = 0.0015
        TRAVEL_FLOOR_SHARE = 0.001
        # One more line has a slope, a level and a place: three figures, each paid for as by Schwarz's criterion.
        FIGURES = 3

        # @param baseline [Baseline]
        def initialize(baseline)
          @baseline = baseline
          @axis = baseline.time_axis
          @width = [(baseline.size / MOST_POINTS.to_f).ceil, 1].max
          @forces = Packed.means(baseline.packed, @width)
          @travel = baseline.travel && Packed.means(baseline.travel.packed, @width)
          @seconds = seconds
          @force_noise = floor(baseline.noise_newtons, FORCE_FLOOR_SHARE * baseline.peak_newtons)
          @travel_noise = travel_noise
        end

        # @return [Array<Segment>] in order, without kinds
        def segments
          starts = cuts
          starts.each_with_index.map { |from, k| segment(from, (starts[k + 1] || @forces.size) - 1) }
        end

        private

        # The noise of a mean of so many samples, or what a line may be off anyway.
        def floor(sigma, least) = [sigma / Math.sqrt(@width), least].max

        def travel_noise
          return if @travel.nil?

          low, high = @travel.minmax
          found = floor(@baseline.travel.sigma, TRAVEL_FLOOR_SHARE * (high - low))
          found if found.positive?
        end

        def seconds
          return Packed.means(Packed.pack(@axis.stamps), @width) unless @axis.even?

          (0...@forces.size).map do |k|
            last = [((k + 1) * @width) - 1, @baseline.size - 1].min
            (@axis[k * @width] + @axis[last]) / 2
          end
        end

        def cuts
          channels = [[@forces, @force_noise], ([@travel, @travel_noise] if @travel_noise)].compact
          scaled = channels.map { |values, noise| Packed.pack(values.map { |v| v / noise }) }
          PackedSearch.lines(Packed.pack(@seconds), scaled, fewest: FEWEST,
                                                            penalty: FIGURES * channels.size * Math.log(@forces.size))
        end

        def segment(from, to)
          xs = @seconds[from..to]
          centre = xs.sum / xs.size
          spread = xs.sum { |x| (x - centre)**2 }
          level, rate = line(@forces, from, to, centre, spread)
          _, way = @travel && line(@travel, from, to, centre, spread)
          Segment.new(first: from * @width, last: [((to + 1) * @width) - 1, @baseline.size - 1].min,
                      start_seconds: xs.first, end_seconds: xs.last,
                      from_newtons: level + (rate * (xs.first - centre)),
                      to_newtons: level + (rate * (xs.last - centre)),
                      newtons_per_second: rate, metres_per_second: way,
                      **uncertain(xs.last - xs.first, spread))
        end

        # How far the change over the segment is uncertain by the noise alone.
        def uncertain(seconds, spread)
          scale = spread.positive? ? seconds / Math.sqrt(spread) : 1.0
          { noise_newtons: @baseline.noise_newtons / Math.sqrt(@width) * scale,
            noise_metres: @travel && (@baseline.travel.sigma / Math.sqrt(@width) * scale) }
        end

        # Least squares about the centre: level there, and slope.
        def line(values, from, to, centre, spread)
          level = values[from..to].sum / (to - from + 1)
          product = (from..to).sum { |k| (@seconds[k] - centre) * (values[k] - level) }
          [level, spread.positive? ? product / spread : 0.0]
        end
      end
    end
  end
end
