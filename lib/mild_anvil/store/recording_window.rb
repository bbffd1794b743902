# frozen_string_literal: true

module MildAnvil
  module Store
    # A stretch of a stored recording, coarse enough to draw and never coarser: the lows and highs of each bin.
    class RecordingWindow
      # times: seconds at the start of each bin; series: {position => [lows, highs]}
      Window = Struct.new(:bin, :times, :series, keyword_init: true)

      # @param recording [Models::Recording]
      # @param points [Integer] about as many bins as the screen has columns
      def initialize(recording, points:)
        @recording = recording
        @points = points
      end

      # @param from [Float, nil] seconds; nil: from the start
      # @param to [Float, nil]
      # @return [Window]
      def read(from: nil, to: nil)
        first, last = sample_range(from, to)
        bin = choose_bin(last - first + 1)
        start = first / bin
        count = (last / bin) - start + 1
        series = data_channels.to_h do |channel|
          [channel.position, Samples.read(channel.id, bin: bin, from: start, count: count)]
        end
        Window.new(bin: bin, times: times(start, count, bin), series: series)
      end

      # @return [Float] the main channel's reading at a time, as the logger wrote it
      def sample_at(seconds)
        index = index_at(seconds).clamp(0, @recording.sample_count - 1)
        Samples.read(@recording.judged_channel.id, bin: 1, from: index, count: 1).first.first
      end

      private

      def time_channel = @time_channel ||= @recording.channels.find { |c| c.role == "time" }
      def data_channels = @recording.channels.reject { |c| c.role == "time" }

      # One sample more at either side, so that a line runs on to the edge.
      def sample_range(from, to)
        last = @recording.sample_count - 1
        a = from ? index_at(from) - 1 : 0
        b = to ? index_at(to) + 1 : last
        a = a.clamp(0, last)
        [a, b.clamp(a, last)]
      end

      def index_at(seconds)
        return Samples.index_at(time_channel.id, seconds) if time_channel

        ((seconds - @recording.start_seconds) / @recording.interval_seconds).ceil
      end

      def choose_bin(count)
        Core::Curve::Pyramid.bin_for(samples: count, points: @points,
                                     levels: Samples.bins(@recording.judged_channel.id).size)
      end

      def times(start, count, bin)
        return Samples.read(time_channel.id, bin: bin, from: start, count: count).first if time_channel

        Array.new(count) { |i| @recording.start_seconds + ((start + i) * bin * @recording.interval_seconds) }
      end
    end
  end
end
