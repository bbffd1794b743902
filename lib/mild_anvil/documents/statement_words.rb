# frozen_string_literal: true

module MildAnvil
  module Documents
    # The words and figures of a statement that every paper prints: read from the frozen text, never computed.
    class StatementWords
      STATES = { "pass" => "Meets the claim.", "fail" => "Fails the claim.", "cannot_tell" => "Cannot be told yet.",
                 "not_comparable" => "Not comparable." }.freeze
      COUNTS_AS = { "break" => "break", "at_least" => "at least", "at_most" => "at most", "between" => "between",
                    "void" => "void",
                    "not_loaded" => "not loaded" }.freeze
      STATE_NOTES = { "unjudged" => "not judged", "superseded" => "superseded" }.freeze
      LIMIT = "%<name>s: %<figure>s, by a design factor of %<factor>s."
      SIGNED_BY = "Number %<number>d, %<meaning>s by %<person>s, %<day>s"
      MEANINGS = { "measured" => "measured", "judged" => "judged", "rated" => "rated and signed",
                   "reviewed" => "reviewed" }.freeze
      NOT_SIGNED = "PREVIEW. Not signed: not to be handed out as a rating."

      attr_reader :content, :inputs, :statement, :unit, :words

      # @param content [Hash] inputs, statement (string keys), number, signatures, revision, fewer_reason
      # @param measurand [Core::Quantity::Measurand]
      # @param words [PaperWords] of the paper's language
      def initialize(content, measurand, words = PaperWords.new("en"))
        @words = words
        @content = content
        @inputs = content.fetch(:inputs)
        @statement = content.fetch(:statement)
        @measurand = measurand
        @unit = measurand.unit!(statement.fetch("unit"))
      end

      def lot = inputs.fetch("lot")
      def pulls = inputs.fetch("pulls")
      def signed? = !content[:number].nil?
      def strength_name = @measurand.strength
      def limit_name = @measurand.limit
      def load_name = @measurand.load
      def chosen = statement["schools"].find { |school| school["key"] == statement["chosen"] }

      # @return [String, nil] a figure as it was stated, with its unit
      def figure(stated) = stated && words.figure("#{stated['text']} #{stated['unit']}")

      def per_cent(name) = words.figure("#{format('%g', statement.fetch(name) * 100)} %")

      # @return [String] of the method itself at this number of pieces, never the wish of the lot above it
      def own_confidence
        own = statement["chosen_confidence"] or return per_cent("confidence")
        return per_cent("confidence") if (own - statement["confidence"]).abs < 1.0e-9

        words.figure(Core::Rating::School.per_cent(own))
      end

      def numbered = signed? ? words["statement %<number>d", number: content[:number]] : words["preview"]

      # @return [String] what the paper is for, in one sentence
      def sentence
        return words.said(statement.dig("relative", "in_words")).text if statement["relative"]
        return no_minimum if statement["minimum"].nil?

        said = words["%<name>s: at least %<figure>s.", name: words[strength_name], figure: figure(statement["minimum"])]
        return said if statement["working_load_limit"].nil?

        "#{said} #{words[LIMIT, name: words[limit_name], figure: figure(statement['working_load_limit']),
                                factor: words.figure(statement['factor_text'])]}"
      end

      def no_minimum = "#{words['No minimum.']} #{words.said(statement['recommended_reason']).text}"

      # @return [String] such as "6 break, 1 at least"
      def counts
        found = COUNTS_AS.filter_map do |kind, name|
          count = statement["counts"].fetch(kind, 0)
          "#{count} #{words[name]}" if count.positive?
        end
        found.empty? ? words["not judged"] : found.join(", ")
      end

      # @return [Array<String>] mean and scatter in sentences
      def described
        found = statement["description"] or return []
        said = words["%<breaks>d breaks: mean %<mean>s, lowest %<lowest>s, highest %<highest>s.",
                     breaks: found["breaks"], mean: figure(found["mean"]), lowest: figure(found["lowest"]),
                     highest: figure(found["highest"])]
        [said, spread(found)].compact
      end

      # @return [Array<String>] one line a hand, or that there is none
      def signatures
        return [words[NOT_SIGNED]] unless signed?

        content[:signatures].map do |s|
          words[SIGNED_BY, number: content[:number], meaning: words[MEANINGS.fetch(s[:meaning])], person: s[:person],
                           day: s[:at][0, 10]]
        end
      end

      # @return [String] what a pull counts as, with its upper value where there is one
      def value(pull)
        judged = pull["judgement"]
        si = judged ? judged["value_si"] : pull.dig("measurement", "value_si")
        return "–" if si.nil?

        text = reading(si, pull)
        judged && judged["upper_si"] ? "#{text} #{words['to']} #{words.figure(judged['stated_text'])}" : text
      end

      def counts_as(pull)
        judged = pull["judgement"] or return words[STATE_NOTES.fetch("unjudged")]
        said = words[COUNTS_AS.fetch(judged["counts_as"])]
        pull["state"] == "superseded" ? "#{said}, #{words['superseded']}" : said
      end

      # @return [String] what failed, where and how; the reason; what had loaded it before; what was overruled
      def reasons(pull)
        judged = pull["judgement"] || {}
        [judged["reason"].to_s, pull["state_reason"].to_s, (preload(pull) if pull["preloaded"]),
         overruled(judged["measurement"] || {})].compact.reject(&:empty?).join("; ")
      end

      def failed(pull)
        part, zone, mode = (pull["judgement"] || {}).values_at("failed_part", "zone", "mode")
        [words.or_typed(part.to_s), words.zone(lot["item_type"], zone).to_s, words.or_typed(mode.to_s)].reject(&:empty?)
                                                                                                      .join(", ")
      end

      def source(pull)
        return "#{pull['file']}, #{pull['file_sha256'][0, 8]}" if pull["file"]

        measured = pull["measurement"]
        return words["nothing read"] unless measured

        words["read %<figure>s", figure: words.figure("#{measured['text']} #{measured['unit']}")]
      end

      # @return [String] a value no finer than the pull's instrument
      def reading(value_si, pull)
        resolution = pull.dig("judgement", "measurement", "resolution_si") || pull.dig("measurement", "resolution_si")
        words.figure(Core::Quantity::FigureRule.for(unit: unit, resolution_si: resolution,
                                                    largest_si: value_si.abs).nearest(value_si).text)
      end

      private

      def overruled(measured)
        return unless measured["source"] == "override"

        "#{words['value overruled']}: #{measured.dig('override', 'reason') || measured['reason']}"
      end

      def spread(found)
        return if found["standard_deviation"].nil?

        share = words.figure(format("%.1f", found["variation_share"] * 100))
        words["Standard deviation %<figure>s (%<share>s %% of the mean).", share: share,
                                                                           figure: figure(found["standard_deviation"])]
      end

      def preload(pull)
        words["preloaded %<figure>s (%<source>s)", figure: "#{reading(pull['preload_si'], pull)} #{unit.symbol}",
                                                   source: pull["preload_source"]]
      end
    end
  end
end
