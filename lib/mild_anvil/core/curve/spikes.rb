# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Tells a spike of the electronics from what a force can do.
      #
      # A spike is one row, or two upward ones in a row, that stand off the line between the rows beside them, while
      # those agree with each other, off the line that the two rows before it make, and off that of the two behind; and
      # far enough: beyond what noise makes of such a difference in so many rows, and
      # beyond what the rows around bend anyway. A part that lets go falls and stays down; a force that swings fast
      # bends as much everywhere.
      module Spikes
        # The line between two rows has half the noise of one: the difference has sqrt(1 + 1/2) sigma. In a million rows
        # 5 sigma of it come about by chance; 6.5 do not.
        SIGMAS = 8.0
        # Times the median bend of the rows around, which noise alone makes 1.65 sigma.
        BENDS = 5.0
        AROUND = 12 # rows on either side
        AGREE_SHARE = 0.34 # of the spike: how far the rows beside it may lie apart
        RANGE_SHARE = 0.01 # of the recording's range: below this nothing is worth setting aside
        STEPS = 3
        CORNER_SHARE = 0.5 # of the spike: how far it stands off what leads to it and away from it
        MOST = 1000 # a recording with more of them is no recording
        LONGEST = 2
        FEW_DIPS = 2
        BACK_ROWS = 40 # behind a dip
        BACK_STEPS = 20 # times what the force changes by from row to row there

        module_function

        # @param forces [Array<Float>] shape (n,), in the sense of loading
        # @param packed [String] the same, packed
        # @param noise [Float] sigma of one reading; @param step [Float] of the display, below which noise is not seen
        # @return [Array<Integer>] samples that are spikes, in order
        def find(forces, noise:, step: 0.0, packed: Packed.pack(forces))
          survey = Packed.survey(packed)
          least = [SIGMAS * noise, RANGE_SHARE * (survey.highest - survey.lowest), STEPS * step].max
          # Half of the way must be done by one step, up or down.
          found = runs(forces, Packed.leaps(packed, least / 2), least)
          found -= dips(forces, found, survey.highest)
          found.size > MOST ? [] : found
        end

        # @return [Array<Float>] with every spike replaced by what the rows beside it say
        def without(forces, spikes)
          return forces if spikes.empty?

          values = forces.dup
          spikes.slice_when { |a, b| b > a + 1 }.each do |run|
            before, after = [run.first - 1, run.last + 1].map { |i| forces[i] }
            run.each_with_index { |i, k| values[i] = before + ((after - before) * (k + 1) / (run.size + 1.0)) }
          end
          values
        end

        # Noise that falls below the end of a full cell, again and again.
        def dips(forces, spikes, top)
          found = spikes.select { |i| [i - 1, i + 1].any? { |k| forces[k] >= top } && forces[i] < top }
          found.size > FEW_DIPS ? found : []
        end
        private_class_method :dips

        def runs(forces, leaps, least)
          last = 0
          leaps.flat_map do |first|
            next [] if first <= last

            length = (1..LONGEST).find { |rows| spike?(forces, first, rows, least) } or next []
            last = first + length
            [*first...last]
          end
        end
        private_class_method :runs

        def spike?(forces, first, rows, least)
          after = first + rows
          return false if first < 2 || after + 1 >= forces.size

          off = offs(forces, first, rows)
          height = off.map(&:abs).min
          one_sided?(off) && high?(forces, first, after, [height, least]) &&
            alone?(forces, first, after - 1, off.first <=> 0, height) && !dip?(forces, off, after, height)
        end
        private_class_method :spike?

        def one_sided?(off) = off.all?(&:positive?) || off.all?(&:negative?)
        private_class_method :one_sided?

        # Two low rows, unless the force is back at once.
        def dip?(forces, off, after, height)
          off.size > 1 && off.first.negative? && !leaps_back?(forces, after, height)
        end
        private_class_method :dip?

        # Beyond the noise, with rows beside it that agree, and beyond what the rows around bend.
        def high?(forces, first, after, (height, least))
          height > least && (forces[after] - forces[first - 1]).abs <= AGREE_SHARE * height &&
            height > BENDS * bend(forces, first, after)
        end
        private_class_method :high?

        # A corner, at which a loading turns round, stands off the line between its neighbours, too; but not off the
        # lines that lead to it.
        def alone?(forces, first, last, side, height)
          lines = [(2 * forces[first - 1]) - forces[first - 2], (2 * forces[last + 1]) - forces[last + 2]]
          [first, last].zip(lines).all? { |i, line| side * (forces[i] - line) > CORNER_SHARE * height }
        end
        private_class_method :alone?

        # After a slip it comes back no faster than it is loaded.
        def leaps_back?(forces, after, height)
          steps = (after...[after + BACK_ROWS, forces.size - 1].min).map { |i| (forces[i + 1] - forces[i]).abs }.sort
          steps.size > 2 && forces[after] - forces[after - 1] > AGREE_SHARE * height &&
            forces[after] - forces[after - 1] > BACK_STEPS * steps[steps.size / 2]
        end
        private_class_method :leaps_back?

        # How far each of the rows stands off the line between those beside them.
        def offs(forces, first, rows)
          before = forces[first - 1]
          slope = (forces[first + rows] - before) / (rows + 1)
          Array.new(rows) { |k| forces[first + k] - before - (slope * (k + 1)) }
        end
        private_class_method :offs

        # The median bend of the rows around, without those that the spike itself bends.
        def bend(forces, first, after)
          around = [[first - AROUND, 1].max..(first - 2), (after + 1)..[after + AROUND, forces.size - 2].min]
          bends = around.flat_map(&:to_a).map { |i| (forces[i - 1] - (2 * forces[i]) + forces[i + 1]).abs }.sort
          bends.empty? ? 0.0 : bends[bends.size / 2]
        end
        private_class_method :bend
      end
    end
  end
end
