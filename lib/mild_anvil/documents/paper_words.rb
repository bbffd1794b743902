# frozen_string_literal: true

require "date"
require "json"

module MildAnvil
  module Documents
    # The words of the papers in their languages, by the English ones; figures and days by each language's marks.
    class PaperWords
      FOLDER = File.expand_path("../../../data", __dir__)
      FILES = %w[paper_words item_words].map { |name| File.join(FOLDER, "#{name}.json") }.freeze
      # name, decimal mark, day
      LANGUAGES = { "en" => ["English", ".", "%<day>d %<month>s %<year>d"],
                    "de" => ["Deutsch", ",", "%<day>d. %<month>s %<year>d"],
                    "fr" => ["Français", ",", "%<day>d %<month>s %<year>d"] }.freeze
      # "1,000" is one and a thousand's share of nothing where a comma is the decimal mark.
      THOUSANDS = /(?<=\d),(?=\d{3}(?!\d))/
      THOUSANDS_APART = "\u00a0"
      DAY = /\b\d{1,2} (?:#{Date::MONTHNAMES.compact.join('|')}) \d{4}\b/

      class << self
        # @return [Hash] English => language => words
        def table = @table ||= FILES.map { |file| JSON.parse(File.read(file)) }.reduce(:merge).freeze
      end

      attr_reader :language, :missing

      # @raise [InvalidInput]
      def initialize(language)
        unless LANGUAGES.key?(language)
          raise InvalidInput.new("papers are printed in #{LANGUAGES.values.map(&:first).join(', ')}",
                                 fields: { language: "is not known" })
        end

        @language = language
        @missing = []
      end

      # @param text [String] English, of the table
      # @param values [Hash] for its %<name>s
      # @return [String] the English text where the table lacks it
      def [](text, **values)
        found = english? || text.empty? ? text : look_up(text)
        values.empty? ? found : format(found, **values)
      end

      def known?(text) = english? || self.class.table.dig(text, language)

      # @param text [String] a figure as it was stated, with or without its unit
      def figure(text)
        mark = LANGUAGES.fetch(language)[1]
        return text.to_s if mark == "."

        text.to_s.gsub(THOUSANDS, THOUSANDS_APART).gsub(/(?<=\d)\.(?=\d)/, mark)
      end

      # @param text [String] a figure with its unit, such as "50 years"
      # @return [String] years and days by their signs, which need no language
      def duration(text)
        english? ? text : figure(text).sub(/(?<=\d )years?\z/, "a").sub(/(?<=\d )days?\z/, "d")
      end

      # @param text [String] a word of the table, or what somebody typed
      def or_typed(text) = known?(text) ? self[text] : text

      # @param text [String, nil] what the core said: sentences
      # @return [PaperSentences::Said] in the paper's language as far as it is known
      def said(text) = (@sentences ||= PaperSentences.new(self)).say(text)

      # @param type [String, nil] key of an item type; @param zone [String, nil] key of a place on it
      # @return [String, nil] as it is called there
      def zone(type, zone)
        return if zone.to_s.empty?

        or_typed(ZoneNames.of(type, zone))
      end

      # @param text [String] with days in English
      def dated(text) = english? ? text : text.gsub(DAY) { |day| day(Date.parse(day)) }

      # @param at [Time, Date]
      def day(at)
        month = self[Date::MONTHNAMES.fetch(at.month)]
        format(LANGUAGES.fetch(language)[2], day: at.day, month: month, year: at.year)
      end

      # @param at [Time]
      def moment(at) = "#{day(at)}, #{at.strftime('%H:%M')}"
      def english? = language == "en"

      private

      def look_up(text)
        self.class.table.dig(text, language) || text.tap { @missing << text }
      end
    end
  end
end
