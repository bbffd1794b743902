# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # The first loading through: samples at which the force is higher than ever before, up to the first event.
      #
      # Loops of unloading and reloading are left out. After cycles the last loading counts, since every cycle leaves
      # some set.
      class VirginBranch
        MOST = 4_000 # points; a longer branch is thinned evenly
        BACK_SIGMAS = 3
        BEFORE_EVENT_SHARE = 0.95

        # @param baseline [Baseline]; @param falls [Array<Fall>]; @param cycles [Cycles::Group, nil]
        def initialize(baseline, falls, cycles)
          @baseline = baseline
          @forces = baseline.clean
          @falls = falls
          @cycles = cycles
        end

        # @return [Array<Integer>] samples in order
        def indices
          @indices ||= PackedSearch.climb(@baseline.packed, start, stop, ((stop - start) / MOST) + 1,
                                          BACK_SIGMAS * @baseline.noise_newtons)
        end

        # @return [Array<Integer>] those with a force in the window
        def within(low, high)
          forces = @forces
          indices.select { |i| (force = forces[i]) >= low && force <= high }
        end

        # @return [Float] newtons up to which nothing has given way
        def ceiling = first_event ? BEFORE_EVENT_SHARE * first_event.level : @baseline.peak_newtons

        private

        def first_event = @first_event ||= @falls.find { |f| f.material? && f.top > start }

        # A highest force within the cycles is one of theirs: then the first loading is the one that counts.
        def start
          last = @cycles&.last_sample
          last && last < @baseline.peak_index ? last : 0
        end

        def stop = [first_event&.top, @baseline.peak_index].compact.min
      end
    end
  end
end
