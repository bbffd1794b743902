# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # What every stretch of a course was: rest, loading, standing, sliding, unloading or falling. Rates are compared
      # with those of the driven stretches beside it, never with a figure in newtons or seconds.
      class Kinds
        REST_SHARE = 0.02 # of the peak
        DRIVEN_SHARE = 0.01 # of the peak: what the force must change by to say how fast the machine goes
        DRIVEN_RATE_SHARE = 0.1 # of the usual rate of loading
        SIGMAS = 4
        # While the machine stands the force changes, and the travel goes on, by no more than so much of what they did
        # beside it; where the travel proves that it stands, the first sag may be steeper.
        STANDING_SHARE = 0.25
        TRAVEL_SHARE = 0.2
        STILL_SHARE = 0.05
        SAGGING_SHARE = 0.6
        RISE_SHARE = 0.05 # of the level
        SAG_SHARE = 0.25
        # Of the elastic shortening that belongs to a fall, this much shows that the machine went back.
        REVERSAL_SHARE = 0.08
        # Without a travel: unloading is no faster than so many times the loading.
        FASTEST_UNLOADING = 25.0

        # @param segments [Array<Segment>]; @param peak [Float] newtons
        # @param usual [Pace, nil] of the loading where it is known from elsewhere
        def initialize(segments, peak, usual: nil)
          @segments = segments
          @peak = peak
          @usual = usual || self.usual
          @driven = segments.map { |s| driven?(s) }
          @rising = segments.each_index.map { |k| @driven[k] && segments[k].change_newtons.positive? }
        end

        # @return [Array<Segment>] with kinds
        def call
          @segments.each_with_index.map { |s, k| s.dup.tap { |one| one.kind = kind(s, k) }.freeze }
        end

        # The middle of the rising stretches, each counted by how far it rose.
        # @return [Pace]
        def usual
          rising = @segments.select { |s| s.change_newtons > [DRIVEN_SHARE * @peak, SIGMAS * s.noise_newtons].max }
          Pace.new(weighted(rising, &:newtons_per_second), weighted(rising) { |s| s.metres_per_second&.abs })
        end

        private

        def weighted(rising)
          pairs = rising.filter_map { |s| yield(s)&.then { |rate| [rate, s.change_newtons] } }.sort
          half = pairs.sum(&:last) / 2
          pairs.find { |_, weight| (half -= weight) <= 0 }&.first
        end

        def driven?(segment)
          segment.change_newtons.abs >= [DRIVEN_SHARE * @peak, SIGMAS * segment.noise_newtons].max &&
            segment.newtons_per_second.abs >= DRIVEN_RATE_SHARE * (@usual.newtons_per_second || 0.0) &&
            (segment.change_newtons.positive? || unloading?(segment))
        end

        def kind(segment, index)
          return :rest if rest?(segment)

          beside = beside(index)
          return :standing if standing?(segment, beside)
          return :sliding if level?(segment) && quiet?(segment, beside, STANDING_SHARE)
          return :loading if segment.change_newtons.positive?

          unloading?(segment) ? :unloading : :falling
        end

        def rest?(segment)
          limit = [REST_SHARE * @peak, SIGMAS * segment.noise_newtons].max
          segment.from_newtons < limit && segment.to_newtons < limit
        end

        # The faster of the nearest rising stretches on both sides; else of those that went down by hand or machine;
        # else the usual loading.
        def beside(index)
          near = near(index) { |k| @rising[k] }
          near = near(index) { |k| @driven[k] } if near.empty?
          return @usual if near.empty?

          Pace.new(near.map { |s| s.newtons_per_second.abs }.max, near.filter_map { |s| s.metres_per_second&.abs }.max)
        end

        def near(index, &)
          ways = [(index - 1).downto(0), (index + 1)...@segments.size]
          ways.filter_map { |way| way.find(&)&.then { |k| @segments[k] } }
        end

        def standing?(segment, beside)
          still = still?(segment, beside, STILL_SHARE)
          share = still && segment.change_newtons.negative? ? SAGGING_SHARE : STANDING_SHARE
          level?(segment) && quiet?(segment, beside, share) && still?(segment, beside, TRAVEL_SHARE) != false
        end

        # A held force may sag, but hardly rise.
        def level?(segment)
          change = segment.change_newtons
          share = change.positive? ? RISE_SHARE : SAG_SHARE
          change.abs <= [share * segment.level_newtons.abs, SIGMAS * segment.noise_newtons].max
        end

        def quiet?(segment, beside, share)
          beside.newtons_per_second.nil? || segment.newtons_per_second.abs <= share * beside.newtons_per_second ||
            segment.change_newtons.abs <= segment.noise_newtons
        end

        # @return [Boolean, nil] nil where no travel says it
        def still?(segment, beside, share)
          way = beside.metres_per_second
          return if segment.metres_per_second.nil? || way.nil? || way.zero?

          segment.metres_per_second.abs <= share * way || segment.moved_metres.abs <= SIGMAS * segment.noise_metres
        end

        def unloading?(segment)
          elastic = elastic_rate(segment)
          if elastic && segment.moved_metres.abs > SIGMAS * segment.noise_metres
            segment.metres_per_second < REVERSAL_SHARE * elastic
          else
            @usual.newtons_per_second && segment.newtons_per_second >= -FASTEST_UNLOADING * @usual.newtons_per_second
          end
        end

        # How fast the travel would go back if nothing gave way: negative.
        def elastic_rate(segment)
          return if segment.metres_per_second.nil? || @usual.metres_per_second.nil? || @usual.newtons_per_second.nil?

          segment.newtons_per_second * @usual.metres_per_second / @usual.newtons_per_second
        end
      end
    end
  end
end
