# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # When each sample was taken: evenly by start and interval, or stamp by stamp.
      class TimeAxis
        # Stamps that stay this near to an even grid, as a share of the interval, are the even grid.
        EVEN_WITHIN_SHARE = 1.0e-6

        attr_reader :size, :start_seconds, :interval_seconds, :stamps

        # @param stamps [Array<Float>, String] seconds, never decreasing; an array or packed doubles
        # @return [TimeAxis] even where the stamps are
        def self.from(stamps)
          packed = stamps.is_a?(String) ? stamps : Packed.pack(stamps)
          size = Packed.size(packed)
          first, last = [0, size - 1].map { |i| packed.unpack1("E", offset: i * Packed::BYTES) }
          interval = size > 1 ? (last - first) / (size - 1) : 0.0
          even = interval.positive? && Packed.survey(packed).off_grid <= interval * EVEN_WITHIN_SHARE
          return new(size: size, start_seconds: first, interval_seconds: interval) if even

          new(size: size, start_seconds: first, stamps: stamps.is_a?(String) ? Packed.unpack(packed) : stamps,
              interval_seconds: nil)
        end

        def initialize(size:, start_seconds:, interval_seconds:, stamps: nil)
          @size = size
          @start_seconds = start_seconds
          @interval_seconds = interval_seconds
          @stamps = stamps
          @typical_interval_seconds = usual_gap
          freeze
        end

        def even? = stamps.nil?
        def [](index) = stamps ? stamps[index] : start_seconds + (index * interval_seconds)
        def end_seconds = self[size - 1]

        # @return [Float] the usual time from one sample to the next
        attr_reader :typical_interval_seconds

        SAMPLED_GAPS = 10_000
        # Readings of long tests stand ever farther apart: gaps there are meant.
        GROWING = 20.0

        # @return [Boolean] whether the intervals grow as a long test's do
        def logarithmic?
          return false if even? || size < 10

          third = size / 3
          (stamps.last - stamps[-1 - third]) > GROWING * (stamps[third] - stamps.first)
        end

        # @return [Integer] the first sample at or after that time, size if none
        def index_at(seconds)
          return stamps.bsearch_index { |t| t >= seconds } || size if stamps
          return 0 if interval_seconds.zero?

          at = (seconds - start_seconds) / interval_seconds
          ((at - at.round).abs < EVEN_WITHIN_SHARE ? at.round : at.ceil).clamp(0, size)
        end

        private

        def usual_gap
          return interval_seconds if even?
          return 0.0 if size < 2

          # A stamp that repeats the one before says nothing about the sampling.
          gaps = stamps.first(SAMPLED_GAPS + 1).each_cons(2).map { |a, b| b - a }.select(&:positive?).sort
          gaps.empty? ? (stamps.last - stamps.first) / (size - 1) : gaps[gaps.size / 2]
        end
      end
    end
  end
end
