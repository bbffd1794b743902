# frozen_string_literal: true

module MildAnvil
  module Actions
    # A stretch of a curve for drawing: net force in the sense of loading, other channels as measured.
    module ReadWindow
      POINTS = (10..4000)

      module_function

      # @return [Hash] bin, seconds, series with lows and highs (SI); nil where the logger wrote no number
      def call(curve_id:, points:, from: nil, to: nil)
        curve = Store::Models::Curve.fetch!(curve_id)
        raise InvalidInput.new("the window's end must lie behind its start", fields: { to_seconds: "must be above from_seconds" }) if from && to && to <= from

        window = Store::CurveWindow.new(curve, points: points.clamp(POINTS)).read(from: from, to: to)
        { bin: window.bin, seconds: window.times, series: curve.channels.reject { |c| c.role == "time" }.map { |channel| series(curve, channel, window) } }
      end

      def series(curve, channel, window)
        lows, highs = window.series.fetch(channel.position)
        lows, highs = net(curve, lows, highs) if channel.main
        { position: channel.position, name: channel.name, role: channel.role, main: channel.main, lows: numbers(lows), highs: window.bin == 1 ? [] : numbers(highs) }
      end
      private_class_method :series

      def net(curve, lows, highs)
        return [lows.map { |v| v - curve.offset_newtons }, highs.map { |v| v - curve.offset_newtons }] if curve.sense.positive?

        [highs.map { |v| curve.offset_newtons - v }, lows.map { |v| curve.offset_newtons - v }]
      end
      private_class_method :net

      def numbers(values) = values.map { |v| v.nan? ? nil : v.round(9) }
      private_class_method :numbers
    end
  end
end
