# frozen_string_literal: true

module MildAnvil
  module Core
    module Instrument
      # The steps of a dead-weight check in a recording: where the force settled, its mean there, and how much it swung.
      module SettledSteps
        # from, until: seconds; mean, swing (half the range of nine tenths of the readings): newtons, net of the zero
        Settled = Struct.new(:from, :until, :mean, :swing, keyword_init: true)
        LATE_HALF = 0.5
        EDGE_SHARE = 0.05
        ENDING_SHARE = 0.05 # a hand is at the mass already

        module_function

        # @param analysis [Curve::Analysis]
        # @return [Array<Settled>] in order
        # @raise [InsufficientData] where nothing was held
        def in(analysis)
          raise InsufficientData, "this recording has no steps: the force never stood still" if analysis.holds.empty?

          analysis.holds.map { |held| settled(analysis, held) } # what is left after a mass was taken off, too
        end

        # What the recording read with nothing on, before the first step and after the last: a zero of its own.
        # @return [Array(CheckSeries::Step, CheckSeries::Step)] nil where nothing was at rest
        def zeros(analysis)
          baseline = analysis.baseline
          [baseline.before, baseline.after].map do |rest|
            rest && CheckSeries::Step.new(applied: 0.0, indicated: rest.level - baseline.offset_newtons)
          end
        end

        # The zeros at its ends, where the masses that were named do not begin or end with an empty hanger.
        # @param runs [Array<Array<CheckSeries::Step>>]
        # @return [Array<Array<CheckSeries::Step>>]
        def rested(runs, zeros)
          before, after = zeros
          first = runs.first.first.applied.zero? ? nil : before
          last = runs.last.last.applied.zero? ? nil : after
          whole = runs.map(&:dup)
          whole.first.unshift(first) if first
          whole.last.push(last) if last
          whole
        end

        # @param loads [Array<Float>] newtons, as they were put on in order
        # @return [Array<CheckSeries::Step>]
        # @raise [InvalidInput] when there are more or fewer steps than loads
        def matched(settled, loads)
          if settled.size != loads.size
            raise InvalidInput.new("the recording has #{settled.size} steps and #{loads.size} masses are given: give " \
                                   "every step its mass, the empty hanger 0",
                                   fields: { masses: "#{settled.size} are needed" })
          end

          settled.zip(loads).map do |step, load|
            CheckSeries::Step.new(applied: load, indicated: step.mean, swing: step.swing)
          end
        end

        # Several runs up and down in one recording: a new series begins where the load rises again after it fell.
        # @param steps [Array<CheckSeries::Step>]
        # @return [Array<Array<CheckSeries::Step>>]
        def series(steps)
          falling = false
          steps.each_with_object([[]]) do |step, found|
            last = found.last.last
            if last && step.applied > last.applied && falling
              # the empty hanger between two runs ends one and begins the next
              found << (last.applied.zero? ? [last] : [])
              falling = false
            end
            falling ||= !last.nil? && step.applied < last.applied
            found.last << step
          end
        end

        def settled(analysis, held)
          axis = analysis.time_axis
          first = held.first
          last = held.last - [((held.last - first) * ENDING_SHARE).ceil, 1].max
          from = first + ((last - first) * LATE_HALF).ceil
          part = analysis.clean[from..last]
          sorted = part.sort
          edge = (sorted.size * EDGE_SHARE).floor
          Settled.new(from: axis[from], until: axis[last], mean: part.sum / part.size,
                      swing: (sorted[-1 - edge] - sorted[edge]) / 2).freeze
        end
        private_class_method :settled
      end
    end
  end
end
