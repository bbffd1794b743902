# frozen_string_literal: true

module MildAnvil
  module Actions
    # A stretch of a recording for drawing: the judged channel net and in the sense of loading, the others as measured.
    module ReadWindow
      POINTS = (10..4000)

      module_function

      # @return [Hash] bin, seconds, series with lows and highs (SI); nil where the logger wrote no number
      def call(recording_id:, points:, from: nil, to: nil)
        recording = Store::Models::Recording.fetch!(recording_id)
        if from && to && to <= from
          raise InvalidInput.new("the window's end must lie behind its start",
                                 fields: { to_seconds: "must be above from_seconds" })
        end

        window = Store::RecordingWindow.new(recording, points: points.clamp(POINTS)).read(from: from, to: to)
        shown = recording.channels.reject { |channel| channel.role == "time" }
        { bin: window.bin, seconds: window.times, series: shown.map { |channel| series(channel, window) } }
      end

      def series(channel, window)
        lows, highs = window.series.fetch(channel.position)
        lows, highs = net(channel, lows, highs) if channel.judged
        { position: channel.position, name: channel.name, role: channel.role, judged: channel.judged,
          lows: numbers(lows),
          highs: window.bin == 1 ? [] : numbers(highs) }
      end
      private_class_method :series

      # A pull downwards turns lows into highs.
      def net(channel, lows, highs)
        sides = channel.loading_sign.positive? ? [lows, highs] : [highs, lows]
        sides.map { |side| side.map { |value| channel.net(value) } }
      end
      private_class_method :net

      def numbers(values) = values.map { |v| v.finite? ? v.round(9) : nil }
      private_class_method :numbers
    end
  end
end
