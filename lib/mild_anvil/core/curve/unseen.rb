# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Time that nobody saw: between two samples that lie farther apart than the rate beside them explains.
      module Unseen
        INTERVALS = 5 # of the usual ones
        FEWEST = 3 # intervals that tell what is usual

        Gap = Struct.new(:from, :to, keyword_init: true) do
          def seconds = to - from
        end

        module_function

        # @param axis [TimeAxis]; @param first [Integer]; @param last [Integer] samples
        # @return [Array<Gap>] in order; none where the samples stand evenly, or ever farther apart as a long test's
        def in(axis, first, last)
          return [] if axis.even? || axis.logarithmic?

          stamps = axis.stamps[first..last]
          longest = INTERVALS * usual(stamps, axis)
          stamps.each_cons(2).filter_map { |a, b| Gap.new(from: a, to: b).freeze if b - a > longest }
        end

        # Of the stretch itself: a logger may be slower on purpose while it holds.
        def usual(stamps, axis)
          steps = stamps.each_cons(2).map { |a, b| b - a }.select(&:positive?).sort
          steps.size < FEWEST ? axis.typical_interval_seconds : steps[(steps.size - 1) / 2]
        end
        private_class_method :usual

        # @return [Array<Array(Float, Float)>] what is left of a stretch of time between the gaps
        def apart(from, to, gaps)
          inside = gaps.select { |gap| gap.to > from && gap.from < to }
          edges = [from, *inside.flat_map { |gap| [gap.from, gap.to] }, to]
          edges.each_slice(2).select { |a, b| b > a }
        end

        # @return [Array<String>] a clause, if there are any
        def words(gaps)
          return [] if gaps.empty?

          all = gaps.size > 1 ? format(", in %d gaps", gaps.size) : ""
          [format("no sample for %.3g s of it%s", gaps.sum(&:seconds), all)]
        end
      end
    end
  end
end
