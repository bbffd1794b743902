# frozen_string_literal: true

module MildAnvil
  module Documents
    # What the parts of a printed statement share.
    class StatementPart
      # @param sheet [Sheet]
      # @param words [StatementWords]
      # @param curves [Hash]
      def initialize(sheet, words, curves)
        @sheet = sheet
        @pdf = sheet.pdf
        @words = words
        @curves = curves
      end

      private

      def statement = @words.statement
      def lot = @words.lot
      def pulls = @words.pulls
      def unit = @words.unit
      def figure(stated) = @words.figure(stated)

      # @return [String] what the core said, in the paper's language
      def said(text) = @words.words.said(text).text

      # @return [String] of the table of words
      def t(text, **values) = @words.words[text, **values]
    end
  end
end
