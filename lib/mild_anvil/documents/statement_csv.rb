# frozen_string_literal: true

require "csv"

module MildAnvil
  module Documents
    # A statement as CSV: its figures as named values, below them the pulls, one row each.
    module StatementCsv
      HEADER = %w[pull specimen feature state counts_as value unit value_si upper_si resolution_si preload_si origin
                  source file file_sha256 failed_part zone mode reason].freeze

      module_function

      # @param content [Hash] see StatementWords
      # @param measurand [Core::Quantity::Measurand]
      # @return [String]
      def render(content, measurand:)
        words = StatementWords.new(content, measurand)
        CSV.generate do |csv|
          named(words).each { |name, value| csv << ["# #{name}", safe(value)] }
          csv << HEADER
          words.pulls.each { |pull| csv << row(pull, words).map { |value| safe(value) } }
        end
      end

      def named(words)
        statement = words.statement
        { lot: words.lot["name"], customer: words.lot["customer"], statement: words.content[:number] || "preview, " \
                                                                                                        "not signed",
          signatures: words.signatures.join("; "), sha256: words.content[:sha256], measurand: statement["measurand"],
          rated_quantity: statement["rated_quantity"], school: statement["chosen"],
          minimum: words.figure(statement["minimum"]),
          minimum_si: statement.dig("minimum", "value_si"), design_factor: statement["factor_text"],
          working_load_limit: words.figure(statement["working_load_limit"]),
          verdicts: statement["verdicts"].map { |verdict| verdict["state"] }.join("; "),
          preloaded: statement.dig("preloaded", "in_words"), rule_version: statement["rule_version"],
          standing: words.content[:standing] }.compact
      end
      private_class_method :named

      def row(pull, words)
        judged = pull["judgement"] || {}
        measured = judged["measurement"] || pull["measurement"] || {}
        value_si = judged["value_si"] || measured["value_si"]
        [pull["number"], pull["specimen"], pull["feature"], pull["state"], judged["counts_as"],
         value_si && words.reading(value_si, pull),
         words.unit.symbol, value_si, judged["upper_si"], measured["resolution_si"], pull["preload_si"], pull["origin"],
         measured["source"], pull["file"], pull["file_sha256"], judged["failed_part"], judged["zone"], judged["mode"],
         words.reasons(pull)]
      end
      private_class_method :row

      # A spreadsheet must not take a name for a formula.
      def safe(value) = TableCsv.safe(value)
      private_class_method :safe
    end
  end
end
