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
      MEANINGS = { "measured" => "measured", "judged" => "judged", "rated" => "rated and signed",
                   "reviewed" => "reviewed" }.freeze
      NOT_SIGNED = "PREVIEW. Not signed: not to be handed out as a rating."

      attr_reader :content, :inputs, :statement, :unit

      # @param content [Hash] inputs, statement (string keys), number, signatures, revision, fewer_reason
      # @param measurand [Core::Quantity::Measurand]
      def initialize(content, measurand)
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
      def figure(stated) = stated && "#{stated['text']} #{stated['unit']}"

      def per_cent(name) = "#{format('%g', statement.fetch(name) * 100)} %"

      # @return [Array<String>] one line a hand, or that there is none
      def signatures
        return [NOT_SIGNED] unless signed?

        content[:signatures].map do |s|
          "Number #{content[:number]}, #{MEANINGS.fetch(s[:meaning])} by #{s[:person]}, #{s[:at][0, 10]}"
        end
      end

      # @return [String] what a pull counts as, with its upper value where there is one
      def value(pull)
        judged = pull["judgement"]
        si = judged ? judged["value_si"] : pull.dig("measurement", "value_si")
        return "–" if si.nil?

        text = reading(si, pull)
        judged && judged["upper_si"] ? "#{text} to #{judged['stated_text']}" : text
      end

      def counts_as(pull)
        judged = pull["judgement"] or return STATE_NOTES.fetch("unjudged")
        words = COUNTS_AS.fetch(judged["counts_as"])
        pull["state"] == "superseded" ? "#{words}, superseded" : words
      end

      # @return [String] what failed, where and how; the reason; what had loaded it before; what was overruled
      def reasons(pull)
        judged = pull["judgement"] || {}
        override = pull.dig("judgement", "measurement", "source") == "override"
        [judged["reason"].to_s, pull["state_reason"].to_s, (preload(pull) if pull["preloaded"]),
         (if override
            "value overruled: #{judged.dig('measurement', 'override', 'reason') || judged.dig('measurement', 'reason')}"
          end)]
          .compact.reject(&:empty?).join("; ")
      end

      def failed(pull)
        (pull["judgement"] || {}).values_at("failed_part", "zone", "mode").compact.reject(&:empty?).join(", ")
      end

      def source(pull)
        return "#{pull['file']}, #{pull['file_sha256'][0, 8]}" if pull["file"]

        measured = pull["measurement"]
        measured ? "read #{measured['text']} #{measured['unit']}" : "nothing read"
      end

      # @return [String] a value no finer than the pull's instrument
      def reading(value_si, pull)
        resolution = pull.dig("judgement", "measurement", "resolution_si") || pull.dig("measurement", "resolution_si")
        Core::Quantity::FigureRule.for(unit: unit, resolution_si: resolution,
                                       largest_si: value_si.abs).nearest(value_si).text
      end

      private

      def preload(pull) = "preloaded #{reading(pull['preload_si'], pull)} #{unit.symbol} (#{pull['preload_source']})"
    end
  end
end
