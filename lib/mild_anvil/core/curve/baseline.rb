# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Stage two: where nothing pulled, what the zero was and where it went; and the forces net of it.
      class Baseline
        ASTRAY_SHARE = 0.05 # of the way to the peak
        STEADY_SHARE = 0.1 # of the force: what a dead weight may seem to change
        # A dead weight, not a rest: nothing ever rose out of its noise, or by so much of it.
        NEVER_LEFT_SIGMAS = 12
        NEVER_LEFT_SHARE = 0.02

        # before, after: Rest::Quiet or nil; offset_newtons: taken off every reading; sigma_newtons: noise of one
        # reading at rest; noise_newtons: the larger of that and the noise under load; net: Array<Float> with the
        # spikes in it, newtons; clean: without them; packed: clean, packed
        attr_reader :signal, :before, :after, :offset_newtons, :sigma_newtons, :noise_newtons, :net, :clean, :packed

        # @param signal [Signal]
        def initialize(signal)
          @signal = signal
          rest = Rest.new(signal.values, noise: signal.noise, step: signal.step || 0.0, packed: signal.values_packed,
                                         top: signal.top)
          @before = before_load(rest)
          @steady = @before.nil? && same_throughout?
          @after = @steady ? nil : rest.after
          @before = nil if loaded?(@before, @after)
          quiet = @before || @after
          @offset_newtons = quiet&.level || 0.0
          @sigma_newtons = quiet&.sigma || 0.0
          take_off
          @noise_newtons = [@sigma_newtons, Noise.of(@packed, peak_index, fewest: Signal::FEWEST_ROUGH)].max
          freeze
        end

        # Under load from the first sample to the last, and always the same: a long test under dead weight.
        def steady? = @steady
        def peak_index = signal.top
        def peak_newtons = clean[peak_index]
        def time_axis = signal.time_axis
        def travel = signal.travel
        def size = signal.size
        def inspect = "#<#{self.class} of #{size} samples, #{offset_newtons} N>"

        # @return [Float, nil] what the zero went from before the load to after it, newtons
        def drift_newtons = before && after ? after.level - before.level : nil

        # @return [Float] mean of the samples around, newtons
        def smooth(index, width = 4)
          part = clean[[index - width, 0].max..[index + width, clean.size - 1].min]
          part.sum / part.size
        end

        private

        def take_off
          @net = net_of(signal.readings, signal.packed)
          @packed = shifted(signal.values_packed)
          @clean = signal.spikes.empty? ? @net : net_of(signal.values, signal.values_packed)
        end

        def net_of(values, packed) = offset_newtons.zero? ? values : Packed.unpack(shifted(packed))
        def shifted(packed) = offset_newtons.zero? ? packed : Packed.shifted(packed, 1, offset_newtons)

        def before_load(rest)
          found = rest.before or return
          found unless same_throughout? && never_left?(found)
        end

        # The load was on already: without it the readings are lower by more than a zero goes astray.
        def loaded?(before, after)
          return false unless before && after

          before.level - after.level > ASTRAY_SHARE * (signal.values[signal.top] - after.level)
        end

        # A dead weight from the first reading on: what looks like rest is the load.
        def never_left?(quiet)
          signal.values[signal.top] - quiet.level < [NEVER_LEFT_SIGMAS * quiet.sigma,
                                                     NEVER_LEFT_SHARE * quiet.level].max
        end

        def same_throughout?
          Packed.survey(signal.values_packed).lowest > (1 - STEADY_SHARE) * signal.values[signal.top]
        end
      end
    end
  end
end
