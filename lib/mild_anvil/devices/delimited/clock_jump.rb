# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # The place where the clock of a log jumps by an hour, forwards or backwards, as clocks do twice a year: whether
      # the hour passed is for a person to say.
      ClockJump = Struct.new(:row, :seconds, keyword_init: true) do
        # @param packed [String] seconds of the rows
        # @return [String] as if the clock had not been changed
        def mended(packed)
          Core::Packed.pack(Core::Packed.unpack(packed).each_with_index.map { |t, i| i < row ? t : t - seconds })
        end

        # @return [String] for people
        def words = seconds.positive? ? "forwards" : "backwards"
      end

      class ClockJump
        HOUR = 3600.0
        OFF_SECONDS = 2.0 # and INTERVALS of the log beside the hour itself
        INTERVALS = 5
        LONGEST_INTERVAL = 600.0 # of a log in which an hour is a jump
        FEWEST_STEPS = 4
        CHANGES = [3, 4, 9, 10, 11].freeze # months in whose Sundays clocks are changed somewhere

        # @param values [Array<Float>] seconds, from the first row
        # @param stamps [Array<Float>, nil] the same since the epoch, where the log says the day
        # @return [ClockJump, nil]
        def self.find(values, stamps: nil)
          steps = values.each_cons(2).map { |a, b| b - a }
          at = hours(steps).find { |i| steps[i].negative? || stamps.nil? || may_change?(stamps[i]) }
          at && new(row: at + 1, seconds: steps[at].positive? ? HOUR : -HOUR)
        end

        # @return [Array<Integer>] of the steps that are an hour, in a log whose steps are much shorter
        def self.hours(steps)
          usual = usual(steps)
          return [] if steps.size < FEWEST_STEPS || usual.nil? || usual > LONGEST_INTERVAL

          steps.each_index.select do |i|
            (steps[i].abs - HOUR).abs <= OFF_SECONDS + (INTERVALS * usual) && !grown?(steps, i)
          end
        end
        private_class_method :hours

        # Readings that stand ever farther apart pass an hour by themselves.
        def self.grown?(steps, at) = [at - 1, at + 1].any? { |i| i >= 0 && steps[i].to_f > LONGEST_INTERVAL }
        private_class_method :grown?

        def self.may_change?(stamp)
          day = Time.at(stamp).utc
          day.sunday? && CHANGES.include?(day.month)
        end
        private_class_method :may_change?

        def self.usual(steps)
          sorted = steps.select { |step| step.positive? && step.finite? }.sort
          sorted[sorted.size / 2]
        end
        private_class_method :usual
      end
    end
  end
end
