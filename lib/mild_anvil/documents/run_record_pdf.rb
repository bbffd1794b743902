# frozen_string_literal: true

module MildAnvil
  module Documents
    # The paper of one pull on a bench: what was to be done, what came of every step, the load over time, who looked at
    # what before, what was overruled.
    class RunRecordPdf
      STATES = { "done" => "done", "failed" => "not passed", "stopped" => "stopped", "skipped" => "left out",
                 "running" => "cut off", "waiting" => "left out" }.freeze
      CURVE_HEIGHT = 150
      INTERRUPTED = /\AInterrupted: (.*)\. Nothing is proved\.\z/m
      ENDS = { "Cell" => "good until", "Procedure" => "revision", "Witness" => "mark" }.freeze
      DAYS = ["Pulled", "Given out by", "Examine by", "Load test by"].freeze
      CAUTION = "A proof shows that this piece held this load once. Its use for lifting, overhead or safety of life " \
                "is decided by a qualified person under the code in force where it is used."

      # @param run [Hash] title, subtitle, pairs, steps ([title, detail, state, words]), curve ([seconds, newtons]),
      #   levels (name => newtons), events (at_seconds, words), warnings, notes, overruled, reason, checklist, unit,
      # sha256
      # @param paper [Paper]
      # @return [String] the PDF's bytes
      def self.render(run, paper) = new(run, paper).render

      def initialize(run, paper)
        @run = run
        @sheet = Sheet.new(paper)
        @pdf = @sheet.pdf
      end

      def render
        head
        curve if @run[:curve].any?
        steps
        told
        worked_out
        before
        after
        foot
        @sheet.finish("#{@sheet.paper.full_title}   #{@run[:sha256].to_s[0, 16]}".strip)
      end

      private

      def head
        rule if @run[:rule]
        @sheet.sentence(verdict, color: verdict_color) if @run[:verdict]
        stated = @run[:pairs].reject { |_, value| value.to_s.empty? }
        @sheet.pairs(stated.map { |name, value| [name, said(name, value)] })
      end

      def verdict
        why = @run[:verdict][INTERRUPTED, 1]
        why ? words["Interrupted: %<why>s. Nothing is proved.", why: of_core(why)] : words[@run[:verdict]]
      end

      # In the paper's language what we say; as they were typed, names.
      def said(name, value)
        case name
        when *DAYS then words.dated(value)
        when "Highest", "Stops by itself at" then words.figure(value)
        when "Ends at once by" then value.split("; ").map { |why| words.or_typed(why) }.join("; ")
        when *ENDS.keys then ending(value, ENDS.fetch(name))
        else value
        end
      end

      # What we put behind a name: "C-9, good until 2026-12-26".
      def ending(value, word)
        value.sub(/, #{word} (\S+)\z/) { ", #{words["#{word} %<text>s", text: Regexp.last_match(1)]}" }
      end

      def of_core(text) = words.said(text.to_s).text

      def verdict_color = @run[:proof_passed] ? Sheet::DERIVED : Sheet::SIGNAL

      # What was reached against what was to be held.
      def rule
        demands = @run[:rule][:demands].map do |one|
          { **one, label: words[one[:label]], text: words.figure(one[:text]) }
        end
        said = [*(verdict if @run[:verdict]), *demands.map { |d| "#{d[:label]} #{d[:text]}" }]
        @sheet.figure(said.join(" ")) do
          PdfRule.new(@pdf, unit: @run[:unit], words: words, **@run[:rule], demands: demands).draw
        end
        @pdf.move_down 8
      end

      def words = @sheet.words

      def steps
        @sheet.heading("What was done")
        rows = @run[:steps].map do |step|
          [of_core(step[:title]), of_core(step[:detail]), words[STATES.fetch(step[:state], step[:state])],
           of_core(step[:words])]
        end
        @sheet.table([["Step", "As planned", "", "What came of it"], *rows])
      end

      # The load over time, with what it was to reach.
      def curve
        @sheet.heading("Load over time")
        @sheet.room(CURVE_HEIGHT + 16)
        @sheet.figure(words["Load over time"]) { drawn_curve }
        @pdf.move_down 8
      end

      def drawn_curve
        @pdf.bounding_box([0, @pdf.cursor], width: @pdf.bounds.width, height: CURVE_HEIGHT) do
          levels
          @pdf.stroke_color Sheet::MEASURED
          @pdf.line_width 0.9
          path = @run[:curve].map { |seconds, newtons| at(seconds, newtons) }
          @pdf.stroke { path.each_cons(2) { |from, to| @pdf.line(from, to) } }
          ticks
          @pdf.stroke_color Sheet::INK
        end
      end

      # Where the bench told something, by its letter.
      def ticks
        @pdf.stroke_color Sheet::SIGNAL
        @run[:events].each_with_index do |event, i|
          across = at(@run[:curve].first.first + event[:at_seconds], 0).first
          @pdf.stroke { @pdf.line([across, 0], [across, CURVE_HEIGHT - 14]) }
          @pdf.draw_text letter(i), at: [[across + 2, @pdf.bounds.width - 8].min, CURVE_HEIGHT - 24 - (9 * (i % 3))],
                                    size: 7
        end
      end

      def letter(index) = ("A".."Z").to_a[index % 26]

      # What the bench told, each with its letter on the curve.
      def told
        return if @run[:events].empty?

        @sheet.heading("What the bench told")
        rows = @run[:events].each_with_index.map do |event, i|
          "#{letter(i)}: #{of_core("#{event[:words]} at #{format('%.2f', event[:at_seconds])} s")}"
        end
        @sheet.paragraph("#{rows.join('; ')}.")
      end

      def levels
        @pdf.line_width 0.4
        { "" => 0.0, **@run[:levels] }.each do |name, newtons|
          height = at(0, newtons).last
          @pdf.stroke_color Sheet::LINE
          @pdf.stroke { @pdf.horizontal_line 0, @pdf.bounds.width, at: height }
          @pdf.fill_color Sheet::SOFT
          @pdf.draw_text level(name), at: [2, height + 2], size: 7
        end
        ends = "#{format('%.3g', @run[:unit].from_si(top))} #{@run[:unit].symbol}, #{format('%.3g', span)} s"
        @pdf.draw_text words.figure(ends), at: [@pdf.bounds.width - 70, CURVE_HEIGHT - 8], size: 7
        @pdf.fill_color Sheet::INK
      end

      # "working load 12.0 kN"
      def level(name)
        load = name[/\A\D+(?= )/].to_s
        load.empty? ? name : "#{words[load]} #{words.figure(name.delete_prefix(load).strip)}"
      end

      def top = @top ||= [*@run[:curve].map(&:last), *@run[:levels].values].max
      def span = @span ||= [@run[:curve].last.first - @run[:curve].first.first, 1.0e-9].max

      def at(seconds, newtons)
        [@pdf.bounds.width * (seconds - @run[:curve].first.first).clamp(0, span) / span,
         (CURVE_HEIGHT - 14) * newtons / top]
      end

      def before
        @sheet.heading("Looked at before")
        @sheet.paragraph("#{listed(@run[:checklist])}.")
        @run[:warnings].any? && @sheet.paragraph("#{words['Said before']}: #{@run[:warnings].map do |one|
          of_core(one)
        end.join(' ')}")
        @run[:notes].any? && @sheet.paragraph("#{words['Noted']}: #{listed(@run[:notes])}.")
        return if @run[:overruled].empty?

        @sheet.heading("Overruled")
        @sheet.paragraph("#{@run[:overruled].join('. ')}. #{words['Pulled all the same']}: #{@run[:reason]}")
      end

      def listed(parts) = parts.map { |part| of_core(part) }.join("; ")

      def worked_out
        return if @run[:results].to_a.empty?

        @sheet.heading("Worked out")
        @sheet.paragraph("#{@run[:results].join('; ')}.")
      end

      # What was told besides, what of the appliance has a certificate of its own, what became of a piece that failed.
      def after
        { "After the pull" => @run[:after], "Loose gear" => @run[:loose_gear],
          "In quarantine" => @run[:quarantine] }.each do |title, rows|
          next if rows.to_a.empty?

          @sheet.heading(title)
          @sheet.paragraph("#{rows.join('; ')}.")
        end
      end

      def foot
        @pdf.move_down 10
        @sheet.caution(words[CAUTION])
        return if @run[:sha256].nil?

        @sheet.paragraph("#{words['SHA-256 of what was recorded']}: #{@run[:sha256]}", color: Sheet::SOFT, size: 7)
      end
    end
  end
end
