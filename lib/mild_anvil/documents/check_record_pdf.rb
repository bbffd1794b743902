# frozen_string_literal: true

module MildAnvil
  module Documents
    # The record of a check: what was hung on, what was shown, how far it may be used and by which rule.
    class CheckRecordPdf
      TITLE = "Check record"
      WAYS = { "zero" => "zero", "up" => "up", "down" => "down", "end" => "zero after" }.freeze
      LIMITS = "Limits of the classes are those of %<source>s. What is below the lowest or above the highest point " \
               "checked is not covered."
      CHART_HEIGHT = 130
      PAD = 34

      # @param check [Hash] as Actions::Chain::ShowCheck gives it; @param instrument [Hash] name, serial, capacity,
      #   resolution, certificate: texts
      # @param paper [Paper]
      # @return [String] the PDF's bytes
      def self.render(check, instrument, paper) = new(check, instrument, paper).render

      def initialize(check, instrument, paper)
        @check = check
        @instrument = instrument
        @sheet = Sheet.new(paper)
        @pdf = @sheet.pdf
      end

      def render
        said
        head
        dead_weight if @check[:points]
        foot
        @sheet.finish("#{@instrument[:name]}   #{@check[:sha256].to_s[0, 16]}")
      end

      private

      def words = @sheet.words

      # What it may be used for, drawn and in a sentence.
      def said
        if @check[:points]
          @sheet.figure(words.said([@check[:use], *@check[:sentences]].compact.join(" ")).text) { chart }
          @pdf.move_down 8
        end
        @sheet.sentence([@check[:use], *@check[:sentences]].compact.join(" "), said: true)
      end

      def head
        @sheet.pairs([["Checked", words.moment(@check[:checked_at].localtime)], ["By", @check[:person]],
                      ["Serial number", @instrument[:serial]], ["Capacity", words.figure(@instrument[:capacity])],
                      ["Step of the display", words.figure(@instrument[:resolution])],
                      ["Certificate", @instrument[:certificate]],
                      ["Conditions", words.said(@check[:conditions]).text],
                      ["Allowed by the shop", words.said(@check[:tolerance]).text],
                      ["Good until", good_until], ["Read from", @check[:file]],
                      ["Withdrawn", @check[:withdrawn]]].reject { |_, value| value.to_s.empty? })
      end

      def good_until
        return words["an overload"] if @check[:good_until].nil?

        words["%<day>s, or an overload", day: words.day(@check[:good_until].localtime)]
      end

      def dead_weight
        @sheet.heading("Readings, net of the zero before")
        @sheet.table([["Series", "Way", "Applied", "Indicated", "Error", "Swing"], *rows], right: [2, 3, 4, 5])
      end

      def rows
        @check[:points].map do |point|
          [point[:series].to_s, words[WAYS.fetch(point[:direction].to_s)], text(point[:applied]),
           text(point[:indicated]), text(point[:error]), point[:swing] ? text(point[:swing]) : "–"]
        end
      end

      def text(figure) = words.figure("#{figure[:text]} #{figure[:unit]}")

      # Band, line and points on one scale; hollow on the way down.
      def chart
        @sheet.room(CHART_HEIGHT + 20)
        @pdf.bounding_box([0, @pdf.cursor], width: @pdf.bounds.width, height: CHART_HEIGHT) do
          scale = scale()
          band(scale)
          line([[0.0, 0.0], [@top, 0.0]], scale, Sheet::LINE)
          line(@check[:line].map { |p| p.values_at(:force_si, :error_si) }, scale, Sheet::DERIVED)
          @check[:points].each { |point| mark(point, scale) }
        end
      end

      def scale
        points = @check[:points]
        @top = points.map { |p| p[:applied_si] }.max
        reach = [*points.map { |p| p[:error_si].abs }, *@check[:allowed].map { |a| a[:allowed_si] }].max
        width = @pdf.bounds.width - PAD
        lambda do |force, error|
          [PAD + (force / @top * (width - 8)), (CHART_HEIGHT / 2.0) + (error / (reach * 1.1) * CHART_HEIGHT / 2)]
        end
      end

      def band(scale)
        upper = @check[:allowed].map { |a| scale.call(a[:force_si], a[:allowed_si]) }
        lower = @check[:allowed].map { |a| scale.call(a[:force_si], -a[:allowed_si]) }.reverse
        @pdf.fill_color "eae6dc"
        @pdf.fill_polygon(*upper, *lower)
        @pdf.fill_color Sheet::INK
      end

      def line(points, scale, color)
        return if points.size < 2

        @pdf.stroke_color color
        @pdf.stroke_line(*points.map { |force, error| scale.call(force, error) })
        @pdf.stroke_color Sheet::INK
      end

      def mark(point, scale)
        return unless %w[up down].include?(point[:direction].to_s)

        at = scale.call(point[:applied_si], point[:error_si])
        @pdf.fill_color Sheet::MEASURED
        @pdf.stroke_color Sheet::MEASURED
        point[:direction].to_s == "up" ? @pdf.fill_circle(at, 2.2) : @pdf.stroke_circle(at, 2.2)
        @pdf.fill_color Sheet::INK
        @pdf.stroke_color Sheet::INK
      end

      def foot
        @pdf.move_down 10
        @sheet.paragraph(words[LIMITS, source: words.said(Core::Instrument::VerificationClass::SOURCE).text], color: Sheet::SOFT)
        @sheet.signed_in_english
        @sheet.paragraph("#{words['SHA-256 of what was signed']}: #{@check[:sha256]}", color: Sheet::SOFT, size: 7)
      end
    end
  end
end
