# frozen_string_literal: true

module MildAnvil
  module Devices
    module Recorder
      # The force of a run as a screen draws it: the lowest and the highest of every twentieth of a second, numbered, so
      # that whoever was away asks for what came since.
      class Trace
        EACH_SECONDS = 0.05
        MOST = 100_000 # points; then the older ones are thinned by half

        attr_reader :last

        # @param last [Integer] number of the last point before it: whoever watches knows one row of numbers
        def initialize(last: 0)
          @points = [] # [number, seconds, newtons]
          @last = last
          clear
        end

        # @param seconds [Float] since the run began
        def add(seconds, newtons)
          @from ||= seconds
          @low = [seconds, newtons] if @low.nil? || newtons < @low.last
          @high = [seconds, newtons] if @high.nil? || newtons > @high.last
          close if seconds - @from >= EACH_SECONDS
        end

        # @return [Array<Array(Integer, Float, Float)>] number, seconds, newtons: what came after a number
        def after(number)
          at = @points.bsearch_index { |point| point.first > number } || @points.size
          @points[at..]
        end

        private

        def close
          [@low, @high].uniq.sort.each { |seconds, newtons| @points << [@last += 1, seconds.round(4), newtons] }
          @points = @points.each_slice(2).map(&:last) if @points.size > MOST
          clear
        end

        def clear
          @from = @low = @high = nil
        end
      end
    end
  end
end
