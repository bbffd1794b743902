# frozen_string_literal: true

module MildAnvil
  module Core
    module Pull
      # How fast a ramp really went, between its first fifth and its last tenth: whether the rate that was asked for was
      # kept. Nothing fails by it; it is said and printed.
      class Pace
        BAND = 0.25 # either way
        FROM = 0.2
        UPTO = 0.9
        SHORTEST_SECONDS = 0.5

        # @param from [Float]; @param to [Float]; @param rate [Float] asked for, a second
        def initialize(from:, to:, rate:)
          @from = from
          @way = to - from
          @rate = rate
        end

        # @param seconds [Float]; @param value [Float] load or travel
        def note(seconds, value)
          share = @way.zero? ? 1.0 : (value - @from) / @way
          @begun ||= [seconds, value] if share >= FROM
          @ended = [seconds, value] if @begun && share <= UPTO
        end

        # @return [Float, nil] a second; nil where it was over too soon to tell
        def measured
          return if @begun.nil? || @ended.nil? || @ended[0] - @begun[0] < SHORTEST_SECONDS

          ((@ended[1] - @begun[1]) / (@ended[0] - @begun[0])).abs
        end

        # @return [Boolean, nil]
        def kept? = measured&.between?(@rate * (1 - BAND), @rate * (1 + BAND))

        # @return [String, nil] what is said where it was not kept
        def words
          return if kept? != false

          times = measured / @rate
          if times > 1
            "faster than asked, #{format('%.2g',
                                         times)} times"
          else
            "slower than asked, #{(times * 100).round} %"
          end
        end
      end
    end
  end
end
