# frozen_string_literal: true

module MildAnvil
  module Documents
    # The rating statement on paper: rule, sentence, figures, verdicts, pulls, curves, working, caution.
    class StatementPdf
      TITLE = "Rating statement"
      PARTS = [StatementHead, StatementVerdicts, StatementPulls, StatementWorking].freeze

      # @param content [Hash] see StatementWords
      # @param curves [Hash] pull id => points
      # @param measurand [Core::Quantity::Measurand]
      # @param paper [Paper]
      # @return [String] the PDF's bytes
      def self.render(content, curves:, measurand:, paper:)
        words = StatementWords.new(content, measurand, paper.words)
        sheet = Sheet.new(paper)
        PARTS.each { |part| part.new(sheet, words, curves).draw }
        sheet.finish(footer(words))
      end

      def self.footer(words)
        digest = words.content[:sha256] ? "sha256 #{words.content[:sha256][0, 16]}   " : ""
        rules = words.words["rules %<version>s", version: words.statement["rule_version"]]
        "#{words.lot['name']}   #{rules}   #{words.numbered}   #{digest}"
      end
      private_class_method :footer
    end
  end
end
