# frozen_string_literal: true

module MildAnvil
  module Documents
    # What a long test came to: the sentence first, the curve with what it leads to, what it rests on, every reading,
    # and the hands under it.
    class LongReportPdf
      MOST_READINGS = 60 # of a station on paper; the rest is in the record
      CAUTION = "It holds for the pieces that were tested, as they were tested. What is said beyond the tested " \
                "time rests " \
                "on a law. A rating for lifting, overhead or life-safety use belongs to a qualified person under " \
                "the code " \
                "in force."
      LEFT_OUT = "%<count>d more readings are in the record, evenly left out here."
      WORDS = { "tightened" => "tightened again", "run_out" => "run-out", "works" => "still works",
                "works_not" => "does not work",
                "taken_up" => "taken up again" }.freeze

      # @param body [Hash] of a report, string keys; @param signatures [Array<Hash>] person, meaning, at
      # @return [String] the PDF's bytes
      def self.render(body, number:, sha256:, signatures:, paper:) = new(body, number, sha256, signatures, paper).render

      def initialize(body, number, sha256, signatures, paper)
        @body = body
        @content = body.fetch("content")
        @number = number
        @sha256 = sha256
        @signatures = signatures
        @sheet = Sheet.new(paper)
        @pdf = @sheet.pdf
      end

      def render
        head
        stations
        curve
        agreed
        readings
        hands
        @sheet.finish("#{@sheet.paper.full_title}   sha256 #{@sha256[0, 16]}")
      end

      private

      def answer = @content.fetch("answer")

      def head
        @sheet.sentence(answer["headline"], said: true)
        @sheet.paragraph(@body["words"], size: 10.5) unless @body["words"].empty?
        answer["lines"].each { |line| sentence(line) }
        @sheet.pairs([["Report", @number.to_s], ["Kind", words.or_typed(kind.title)],
                      ["Begun", @content["started_at"].to_s.sub("T", " ").sub(/:\d\d\.\d+Z/, " UTC")],
                      *(@content["lot"] ? [["Lot", @content.dig("lot", "name")]] : [])])
      end

      def kind = Core::LongTest::Kinds.fetch!(@content["kind"])
      def words = @sheet.words
      def said(text) = words.said(text).text

      def sentence(line)
        found = words.said(line["text"])
        @sheet.paragraph("#{line['tone'] == 'ok' ? '•' : '▲'}  #{found.text}", size: 10, quoted: !found.whole)
      end

      def stations
        said, silent = answer["stations"].partition { |told| told["lines"].any? }
        said.each do |told|
          @sheet.heading("#{told['name']}: #{said(told['headline'])}", looked_up: true)
          told["lines"].each { |line| sentence(line) }
        end
        return if silent.empty?

        @sheet.heading("Stations")
        @sheet.pairs(silent.map { |told| [told["name"], said(told["headline"])] })
      end

      def curve
        chart = @content.fetch("chart")
        @sheet.room(LongChartPdf::HEIGHT + 60)
        axes = words[chart["x"] == "place" ? "%<y>s by %<x>s" : "%<y>s against %<x>s",
                     y: named(chart["y_name"]), x: named(chart["x_name"])]
        @sheet.heading(axes.sub(/\A./, &:upcase), looked_up: true)
        @sheet.figure(said(answer["headline"])) { LongChartPdf.new(@sheet, chart).draw }
      end

      # "setting, bar": a name of ours, and its unit.
      def named(text)
        return words[text] if words.known?(text)

        name, unit = text.split(", ", 2)
        [words.or_typed(name), unit].compact.join(", ")
      end

      def agreed
        rows = kind.terms.filter_map do |term|
          given = @content["terms"][term.key.to_s]
          name = words.or_typed(term.name)
          given && ["#{name}#{" #{term.source}" if term.source}",
                    words.duration("#{given['text']} #{given['unit']}".strip)]
        end
        return if rows.empty?

        @sheet.heading("What was agreed")
        @sheet.pairs(rows, looked_up: true)
      end

      def readings
        @content["stations"].each do |station|
          next if station["readings"].empty? && station["events"].empty?

          @sheet.heading(words["Read of %<name>s", name: station["name"]], looked_up: true)
          @sheet.table([header, *rows(station)], right: (1..(channels.size + 1)).to_a, looked_up: true)
          left = station["readings"].size - MOST_READINGS
          @sheet.paragraph(words[LEFT_OUT, count: left], color: Sheet::SOFT) if left.positive?
        end
      end

      def channels
        @channels ||= kind.channels.select do |c|
          @content["stations"].any? do |s|
            s["readings"].any? do |r|
              r["read"][c.key.to_s]
            end
          end
        end
      end

      def counted? = kind.along == :count

      def header
        [words["When"], words[counted? ? "Cycles" : "Hours"], *channels.map { |one| words.or_typed(one.name) },
         words["Note"]]
      end

      def rows(station)
        shown = spread(station["readings"])
        read = shown.map do |r|
          [r["hours"], [*moment(r), *channels.map do |c|
            figure(r["read"][c.key.to_s])
          end, r["note"]]]
        end
        happened = station["events"].map { |e| [e["hours"], [*moment(e), *channels.map { "" }, happened(e)]] }
        (read + happened).sort_by(&:first).map(&:last)
      end

      def happened(event)
        word = WORDS.fetch(event["word"], event["word"])
        [word == "note" ? "" : words.or_typed(word), event["note"].to_s].reject(&:empty?).join(": ")
      end

      def spread(rows)
        return rows if rows.size <= MOST_READINGS

        (0...MOST_READINGS).map { |i| rows[i * (rows.size - 1) / (MOST_READINGS - 1)] }
      end

      def moment(row) = [row["at"].sub("T", " ").sub(/:\d\d\.\d+Z/, " UTC"), place(row)]
      def place(row) = counted? ? row["count"].to_s : words.figure(format("%.2f", row["hours"]))
      def figure(read) = read ? words.figure("#{read['text']} #{read['unit']}".strip) : "–"

      def hands
        @sheet.heading("Signed")
        @sheet.pairs(@signatures.map do |s|
          [s[:meaning].capitalize, "#{s[:person]}, #{s[:at]}"]
        end + [["SHA-256", @sha256]])
        @sheet.signed_in_english
        @sheet.caution([words.or_typed(kind.caution), words[CAUTION]].join(" "))
      end
    end
  end
end
