# frozen_string_literal: true

module MildAnvil
  module Documents
    # The rating statement on paper: rule, figures, verdicts, pulls, curves, working, caution.
    class StatementPdf
      PARTS = [StatementHead, StatementVerdicts, StatementPulls, StatementWorking].freeze

      # @param content [Hash] see StatementWords
      # @param curves [Hash] pull id => points
      # @param measurand [Core::Quantity::Measurand]
      # @return [String] the PDF's bytes
      def self.render(content, curves:, measurand:)
        words = StatementWords.new(content, measurand)
        sheet = Sheet.new(title: "Rating of #{words.lot['name']}")
        PARTS.each { |part| part.new(sheet, words, curves).draw }
        sheet.number_pages(footer(words))
        sheet.pdf.render
      end

      def self.footer(words)
        number = words.signed? ? "statement #{words.content[:number]}" : "preview"
        digest = words.content[:sha256] ? "sha256 #{words.content[:sha256][0, 16]}   " : ""
        "#{words.lot['name']}   rules #{words.statement['rule_version']}   #{number}   #{digest}"
      end
      private_class_method :footer
    end
  end
end
