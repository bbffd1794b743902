# frozen_string_literal: true

module MildAnvil
  module Documents
    # The course of a long test on paper: what was read, what it leads to with its limits, and what is allowed.
    class LongChartPdf
      HEIGHT = 190
      LEFT = 46
      RIGHT = 78
      BOTTOM = 22
      TOP = 8
      TICKS = 4
      TIMES = [1 / 60.0, 1 / 6.0, 1.0, 24.0, 240.0, 2400.0, 87_660.0, 876_600.0].freeze # with names of their own
      INKS = [Sheet::MEASURED, "5b7f2b", "7a3e6a", "3d5a9e"].freeze

      # @param chart [Hash] of an answer, string keys
      def initialize(sheet, chart)
        @sheet = sheet
        @pdf = sheet.pdf
        @chart = chart
        sheet.room(HEIGHT + 20)
      end

      def draw
        return if xs.empty? || ys.empty?

        @pdf.bounding_box([0, @pdf.cursor], width: @pdf.bounds.width, height: HEIGHT) do
          axes
          @chart["series"].each { |series| curve(series) }
          @chart["limits"].each { |limit| limit(limit) }
          @chart["series"].each_with_index { |series, i| points(series, i) }
        end
        legend
      end

      private

      def log? = @chart["x"].start_with?("log_")

      def xs
        @xs ||= (@chart["series"].flat_map do |s|
          s["points"].map(&:first) + s["curve"].map(&:first)
        end + @chart["places"].to_a.map do |p|
                p["x"]
              end).select { |x| !log? || x.positive? }
      end

      def ys
        @ys ||= @chart["series"].flat_map do |s|
          s["points"].map { |p| p[1] } + s["curve"].flat_map do |c|
            c.drop(1)
          end
        end + @chart["limits"].map do |l|
                l["y"]
              end
      end

      def scaled(x) = log? ? Math.log10(x) : x.to_f

      def x(value)
        low, high = xs.map { |v| scaled(v) }.minmax
        LEFT + ((@pdf.bounds.width - LEFT - RIGHT) * (scaled(value) - low) / [high - low, 1.0e-12].max)
      end

      def range
        @range ||= begin
          low, high = ys.minmax
          room = [(high - low) * 0.08, high.abs * 0.01, 1.0e-12].max
          [low - room, high + room]
        end
      end

      def y(value) = BOTTOM + ((HEIGHT - BOTTOM - TOP) * (value - range[0]) / (range[1] - range[0]))

      def axes
        steps.each do |value|
          ruled([LEFT, y(value)], [@pdf.bounds.width - RIGHT, y(value)], Sheet::LINE, 0.4)
          text(format("%.#{decimals}f", value), [0, y(value) + 3], width: LEFT - 6, align: :right)
        end
        text(@chart["unit"], [@pdf.bounds.width - RIGHT + 4, HEIGHT - TOP + 2], width: RIGHT)
        places.each { |value, name| text(name, [x(value) - 24, BOTTOM - 8], width: 48, align: :center) }
      end

      def step = @step ||= Core::Quantity::FigureRule.nice_step((range[1] - range[0]) / TICKS).to_f
      def decimals = [-Math.log10(step).floor, 0].max
      def steps = (((range[0] / step).ceil)..((range[1] / step).floor)).map { |i| i * step }

      # Decades by name where time is on a logarithm; else the ends and the middle.
      def places
        low, high = xs.minmax
        return linear(low, high) unless log?

        found = @chart["x"] == "log_hours" ? TIMES.grep(low..high) : decades(low, high)
        kept = found.select.with_index { |_, i| (i % [(found.size / 6.0).ceil, 1].max).zero? }
        kept.to_h { |v| [v, named(v)] }.merge(@chart["places"].to_a.to_h { |p| [p["x"], p["name"]] })
      end

      def decades(low, high) = (Math.log10(low).ceil..Math.log10(high).floor).map { |e| 10.0**e }

      def linear(low, high)
        [low, (low + high) / 2, high].uniq.to_h do |v|
          [v, @chart["x"] == "hours" ? named(v) : format("%g", v.round(2))]
        end
      end

      def named(value)
        if @chart["x"].end_with?("hours")
          value.positive? ? Core::LongTest::Say.duration(value) : "0"
        else
          Core::LongTest::Say.grouped(value.round)
        end
      end

      def curve(series)
        rows = series["curve"]
        return if rows.empty?

        band = rows.map { |px, _, low, _| [x(px), y(low)] } + rows.reverse.map { |px, _, _, high| [x(px), y(high)] }
        @pdf.transparent(0.16) do
          @pdf.fill_color Sheet::DERIVED
          @pdf.fill_polygon(*band)
        end
        @pdf.fill_color Sheet::INK
        line = rows.map { |px, value| [x(px), y(value)] }
        line.each_cons(2) { |from, to| ruled(from, to, Sheet::DERIVED, 0.9) }
      end

      def limit(limit)
        from = limit["x"] ? [x(limit["x"]) - 12, LEFT].max : LEFT
        to = limit["x"] ? x(limit["x"]) + 12 : @pdf.bounds.width - RIGHT
        ruled([from, y(limit["y"])], [to, y(limit["y"])], Sheet::SIGNAL, 0.9)
        text(limit["name"], [to + 4, y(limit["y"]) + 4], width: RIGHT - 4, color: Sheet::SIGNAL)
      end

      def points(series, index)
        series["points"].each do |px, value, kind|
          next if log? && !px.positive?

          @pdf.fill_color ink(index)
          @pdf.stroke_color ink(index)
          at = [x(px), y(value)]
          if kind == "at_least"
            @pdf.stroke_polygon([at[0] - 2.4, at[1] - 2], [at[0] + 2.4, at[1] - 2],
                                [at[0], at[1] + 2.6])
          else
            @pdf.fill_circle(at, 1.7)
          end
        end
        @pdf.fill_color Sheet::INK
      end

      def ink(index) = INKS[index % INKS.size]

      def legend
        names = @chart["series"].select { |s| s["points"].any? }.map { |s| s["name"] }
        return if names.size < 2

        @pdf.move_down 2
        fragments = names.each_with_index.map { |name, i| { text: "● #{name}    ", color: ink(i), size: 8 } }
        @pdf.formatted_text(fragments)
      end

      def ruled(from, to, color, width)
        @pdf.stroke_color color
        @pdf.line_width width
        @pdf.stroke_line(from, to)
        @pdf.stroke_color Sheet::INK
      end

      def short(text)
        words = @sheet.words
        words.known?(text) ? words[text] : words.duration(text)
      end

      def text(words, at, width:, align: :left, color: Sheet::SOFT)
        @pdf.fill_color color
        @pdf.text_box short(words.to_s), at: at, width: width, align: align, size: 7.5, height: 10,
                                         overflow: :shrink_to_fit
        @pdf.fill_color Sheet::INK
      end
    end
  end
end
