# frozen_string_literal: true

module MildAnvil
  module Core
    module Instrument
      # What a check read: series of steps, each up and, where that was done, down again; net of the first zero.
      class CheckSeries
        # applied, indicated: newtons; swing: half the range of the settled stretch, newtons or nil
        Step = Struct.new(:applied, :indicated, :swing, keyword_init: true)
        # direction: :zero, :up, :down or :end (the zero after the load); error: newtons
        Point = Struct.new(:series, :applied, :indicated, :direction, :swing, keyword_init: true) do
          def error = indicated - applied
        end
        FEWEST_LEVELS = 2
        SAME_WITHIN = 1.0e-6
        OVER_RANGE = 1.05 # a cell shows that much beyond its capacity at most

        attr_reader :points, :zero_residuals, :offsets

        # @param series [Array<Array<Step>>] in the order they were read
        # @param capacity [Float] newtons
        # @raise [InvalidInput] for an order that says nothing about reversibility, or a reading beyond the cell
        # @raise [InsufficientData] with one level
        def initialize(series, capacity:)
          raise InsufficientData, "a check needs at least one series" if series.empty?

          @offsets = []
          @zero_residuals = []
          @points = series.each_with_index.flat_map { |steps, i| read(steps, i + 1, capacity) }.freeze
          refuse_one_level!
        end

        def count = @offsets.size

        # @return [Array<Float>] newtons, rising
        def levels
          @levels ||= loaded.map(&:applied).sort.slice_when { |a, b| !same?(a, b) }.map(&:first)
        end

        # @return [Array<Point>] under load
        def loaded = points.select { |point| %i[up down].include?(point.direction) }

        # @return [Array<Point>] at a level
        def at(level) = loaded.select { |point| same?(point.applied, level) }

        # @return [Array<VerificationClass::Level>]
        def verification_levels
          levels.map do |level|
            here = at(level)
            downs = here.select { |point| point.direction == :down }.to_h { |point| [point.series, point.indicated] }
            ups = here.select { |point| point.direction == :up }
            VerificationClass::Level.new(applied: level, up: ups.map(&:indicated),
                                         down: ups.map { |point| downs[point.series] })
          end
        end

        # @return [Float] the largest that a zero went from before a series to after it, newtons
        def zero_residual = zero_residuals.compact.map(&:abs).max || 0.0

        # @return [Boolean] whether the zero after the load was read in every series
        def returned? = zero_residuals.none?(&:nil?)

        private

        def same?(one, other) = (one - other).abs <= SAME_WITHIN * [one, other].max

        def read(steps, number, capacity)
          top = steps.each_index.max_by { |i| steps[i].applied }
          raise InsufficientData, "series #{number} has no load" if top.nil? || !steps[top].applied.positive?

          refuse_order!(steps, top, number)
          offset = steps.first.applied.zero? ? steps.first.indicated : 0.0
          @offsets << offset
          @zero_residuals << (steps.last.indicated - offset if top < steps.size - 1 && steps.last.applied.zero?)
          steps.each_with_index.map { |step, i| point(step, i, number, top, offset, capacity) }
        end

        def point(step, index, number, top, offset, capacity)
          refuse_beyond!(step, index, number, capacity)
          direction = index > top ? :down : :up
          direction = index > top ? :end : :zero if step.applied.zero?
          Point.new(series: number, applied: step.applied, indicated: step.indicated - offset, swing: step.swing,
                    direction: direction).freeze
        end

        # At its capacity a cell may read a little more.
        def refuse_beyond!(step, index, number, capacity)
          if step.applied > capacity * (1 + SAME_WITHIN)
            raise InvalidInput.new("series #{number}, load #{index + 1} is more than the cell's capacity: that would " \
                                   "be an overload, and no check", fields: { applied: "beyond the capacity" })
          end
          return if step.indicated <= capacity * OVER_RANGE

          raise InvalidInput.new("series #{number}, reading #{index + 1} lies beyond the capacity of the cell: it " \
                                 "cannot have shown that", fields: { indicated: "beyond the capacity" })
        end

        def refuse_order!(steps, top, number)
          up = steps[0..top].map(&:applied)
          down = steps[top..].map(&:applied)
          raise InvalidInput.new(order_words(steps, top, number), fields: { series: "are out of order" }) unless
            up == up.sort && down == down.sort.reverse && (steps.size == 1 || top.positive?)

          twice = up.each_cons(2).find { |a, b| same?(a, b) && b.positive? }
          return unless twice

          raise InvalidInput.new("series #{number} has one load twice on the way up",
                                 fields: { series: "one load twice" })
        end

        def order_words(steps, top, number)
          if top.zero? && steps.size > 1
            return "series #{number} goes down before it went up: begin with the smallest mass"
          end

          "series #{number} goes up and down more than once: give each as a series of its own"
        end

        def refuse_one_level!
          return if levels.size >= FEWEST_LEVELS

          raise InsufficientData.new("one mass says nothing about a line: take at least #{FEWEST_LEVELS}, better 5 " \
                                     "from 20 to 100 % of the range", levels: levels.size)
        end
      end
    end
  end
end
