# frozen_string_literal: true

module MildAnvil
  module Documents
    # What stands around a paper, whatever it says: whose it is, what it is called, where its record is, how it stands.
    class Paper
      # name, address, terms: texts; mark: bytes of a PNG or JPEG
      Laboratory = Struct.new(:name, :address, :terms, :mark, keyword_init: true) do
        def self.none = new(name: "", address: "", terms: "", mark: nil)
      end
      # word: one of the table, printed large; line: the sentence beside it
      Standing = Struct.new(:word, :line, keyword_init: true)

      attr_reader :title, :name, :number, :laboratory, :link, :words, :standing, :fingerprint,
                  :attached

      # @param title [String] what it is, in English; @param name [String] what it is about
      # @param number [String] of the document; empty for one that has none
      # @param link [String, nil] address that opens its record
      # @param fingerprint [String, nil] of the key that signs it
      # @param attached [Hash{String => String}] files that go with it, by their names
      # @param standing [Standing, nil] a preview, a superseded or withdrawn one, a lesson
      def initialize(title:, name:, number: "", laboratory: Laboratory.none, language: "en", link: nil, standing: nil,
                     fingerprint: nil, attached: {})
        @title = title
        @name = name
        @number = number
        @laboratory = laboratory
        @link = link
        @standing = standing
        @fingerprint = fingerprint
        @attached = attached
        @words = PaperWords.new(language)
      end

      def language = words.language
      # @return [String] as readers show it
      def full_title = [words[title], name, number].reject(&:empty?).join(", ")
    end
  end
end
