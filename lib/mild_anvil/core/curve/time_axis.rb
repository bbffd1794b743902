# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # When each sample was taken: evenly by start and interval, or stamp by stamp.
      class TimeAxis
        # Stamps that stay this near to an even grid, as a share of the interval, are the even grid.
        EVEN_WITHIN_SHARE = 1.0e-6

        attr_reader :size, :start_seconds, :interval_seconds, :stamps

        # @param stamps [Array<Float>] seconds, never decreasing
        # @return [TimeAxis] even where the stamps are
        def self.from(stamps)
          span = stamps.last - stamps.first
          interval = stamps.size > 1 ? span / (stamps.size - 1) : 0.0
          return new(size: stamps.size, start_seconds: stamps.first, stamps: stamps, interval_seconds: nil) unless even?(stamps, interval)

          new(size: stamps.size, start_seconds: stamps.first, interval_seconds: interval)
        end

        def self.even?(stamps, interval)
          return false unless interval.positive?

          first = stamps.first
          slack = interval * EVEN_WITHIN_SHARE
          index = -1.0
          stamps.all? { |t| (t - first - ((index += 1.0) * interval)).abs <= slack }
        end
        private_class_method :even?

        def initialize(size:, start_seconds:, interval_seconds:, stamps: nil)
          @size = size
          @start_seconds = start_seconds
          @interval_seconds = interval_seconds
          @stamps = stamps
          freeze
        end

        def even? = stamps.nil?
        def [](index) = stamps ? stamps[index] : start_seconds + (index * interval_seconds)
        def end_seconds = self[size - 1]

        # @return [Float] the usual time from one sample to the next
        def typical_interval_seconds
          return interval_seconds if even?
          return 0.0 if size < 2

          gaps = stamps.each_cons(2).first(SAMPLED_GAPS).map { |a, b| b - a }
          gaps.sort[gaps.size / 2]
        end

        SAMPLED_GAPS = 10_000

        # @return [Integer] the first sample at or after that time, size if none
        def index_at(seconds)
          return stamps.bsearch_index { |t| t >= seconds } || size if stamps
          return 0 if interval_seconds.zero?

          ((seconds - start_seconds) / interval_seconds).ceil.clamp(0, size)
        end
      end
    end
  end
end
