# frozen_string_literal: true

module MildAnvil
  module Core
    module Instrument
      # The error at one force, check after check: where it is going, before it gets there.
      class CheckChart
        TREND = 7 # so many in one direction
        FEWEST = 3
        RULES = { beyond_three: "the last one lies beyond what the earlier ones scatter",
                  two_of_three_beyond_two: "two of the last three lie far from the middle",
                  four_of_five_beyond_one: "four of the last five lie on one side, away from the middle",
                  eight_on_one_side: "eight checks running on one side of the middle" }.freeze
        NUMBERS = { 7 => "seven", 8 => "eight", 9 => "nine", 10 => "ten" }.freeze

        attr_reader :values

        # @param values [Array<Float>] errors in the order of the checks, newtons
        # @param allowed [Float, nil] what the shop allows at that force; half of it is the warning line
        def initialize(values, allowed: nil)
          @values = values
          @allowed = allowed
        end

        # @return [IndividualsChart, nil] nil with too few checks, or with all alike
        def chart
          return @chart if defined?(@chart)

          @chart = values.size < FEWEST ? nil : Watch::IndividualsChart.new(values)
        rescue InsufficientData
          @chart = nil
        end

        # @return [Integer] how many of the last went one way, the first of them counted; positive: rising
        def run
          steps = values.each_cons(2).map { |a, b| b <=> a }.reverse
          return 0 if steps.empty? || steps.first.zero?

          (steps.take_while { |step| step == steps.first }.size + 1) * steps.first
        end

        # @return [Array<String>] what a colleague would say; empty when nothing stands out
        def sentences
          found = [trend, near_limit, *patterns].compact
          if found.empty?
            []
          else
            ["#{[found.first, *found.drop(1).map { |w| w.sub(/\A./, &:downcase) }].join('; ')}: " \
             "have it looked at."]
          end
        end

        private

        def trend
          return if run.abs < TREND

          "#{run.positive? ? 'Rising' : 'Falling'} #{NUMBERS.fetch(run.abs, run.abs)} checks running"
        end

        def near_limit
          return unless @allowed && values.any? && values.last.abs > @allowed / 2

          values.last.abs > @allowed ? "Beyond what you allow" : "More than half of what you allow"
        end

        # Only what the newest check completes.
        def patterns
          return [] if chart.nil?

          Watch::RunRules.western_electric(chart).filter_map do |rule, places|
            RULES.fetch(rule).sub(/\A./, &:upcase) if places.last == values.size
          end.first(1)
        end
      end
    end
  end
end
