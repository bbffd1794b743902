# frozen_string_literal: true

require "json"

module MildAnvil
  module Documents
    # What the core says in sentences, said in the language of a paper: sentence by sentence by a table of patterns,
    # with the figures and the names that stood in them. What no pattern knows stays English, whole.
    #
    # A pattern is English with places: {x} a figure, {x!} a name or a word of PaperWords, {x&} what other patterns
    # know, {x+} several of them with commas, semicolons or “and” between them.
    class PaperSentences
      FOLDER = File.expand_path("../../../data/paper_sentences", __dir__)
      PLACE = /\{(\w+)([!&+]?)\}/
      # "4.550 kN", "less than 0.1 %", "2.1 kN (10.5 %)"
      FIGURE = /(?:(?:less|more) than |≥ )?[−+±-]?\d[^\s;]*(?: [^\s,;.:()\d]{1,12})?(?: \(\d[^)]*\))?/
      FIGURE_ALONE = /\A#{FIGURE}\z/
      BETWEEN = /(?<=[.!?]) (?=[\p{Lu}\d“−+])/
      PARTS = /(, and |, or, if more, |, | and |; )(?![^(]*\))/
      COUNTED = %w[years year days day cycles drops].freeze # units that are words
      LONGEST = 4 # sentences that one pattern says
      DEEPEST = 4
      Pattern = Struct.new(:form, :kinds, :said, :weight)
      # text; whole: whether all of it was known
      Said = Struct.new(:text, :whole)

      class << self
        # @return [Hash{String => Hash{String => String}}] English pattern => language => pattern
        def table
          @table ||= Dir[File.join(FOLDER, "*.json")].map { |path| JSON.parse(File.read(path)) }.reduce(:merge).freeze
        end

        # @return [Array<Pattern>] those with most words of their own first
        def patterns(language)
          (@patterns ||= {})[language] ||= table.map { |english, row| pattern(english, row.fetch(language)) }
                                                .sort_by { |one| -one.weight }.freeze
        end

        private

        def pattern(english, said)
          kinds = english.scan(PLACE).to_h
          form = english.split(/(\{\w+[!&+]?\})/).map do |part|
            found = PLACE.match(part)
            found ? place(*found.captures) : Regexp.escape(part)
          end
          Pattern.new(/\A#{form.join}\z/m, kinds, said, english.gsub(PLACE, "").size)
        end

        # No name and no part reaches over the end of a sentence.
        def place(name, kind) = "(?<#{name}>#{kind.empty? ? FIGURE : "(?:(?!#{BETWEEN}).)+?"})"
      end

      # @param words [PaperWords]
      def initialize(words)
        @words = words
        @patterns = words.english? ? [] : self.class.patterns(words.language)
      end

      # @param text [String] of the core
      # @return [Said]
      def say(text, depth = 0)
        return Said.new(text.to_s, true) if @words.english? || text.to_s.empty?

        sentences = text.split(BETWEEN)
        found = []
        found << first_of(sentences, depth) until sentences.empty?
        Said.new(found.map(&:text).join(" "), found.all?(&:whole))
      end

      private

      # The longest run of sentences from the first that a pattern says; taken off.
      def first_of(sentences, depth)
        [LONGEST, sentences.size].min.downto(1) do |count|
          said = whole(sentences.first(count).join(" "), depth) or next
          sentences.shift(count)
          return said
        end
        Said.new(sentences.shift, false)
      end

      def whole(text, depth)
        return Said.new(@words[text], true) if @words.known?(text)

        return Said.new(figure(text), true) if text.match?(FIGURE_ALONE)

        by_pattern(text, depth) || by_words(text)
      end

      # Names of ours in a row.
      def by_words(text)
        parts = text.split(", ")
        Said.new(parts.map { |part| @words[part] }.join(", "), true) if parts.all? { |part| @words.known?(part) }
      end

      def by_pattern(text, depth)
        bare = text.delete_suffix(".")
        @patterns.each do |pattern|
          found = pattern.form.match(bare) or next
          filled = fill(pattern, found, depth)
          return Said.new("#{filled.text}#{'.' if bare != text}", true) if filled.whole # nothing is said by halves
        end
        nil
      end

      def fill(pattern, found, depth)
        values = found.named_captures.to_h { |name, text| [name, value(pattern.kinds[name], text, depth)] }
        text = pattern.said.gsub(PLACE) { values.fetch(Regexp.last_match(1)).text }
        Said.new(text, values.values.all?(&:whole))
      end

      def value(kind, text, depth)
        case kind
        when "!" then Said.new(name(text, depth), true)
        when "&" then nested(text, depth)
        when "+" then several(text, depth)
        else Said.new(figure(text), true)
        end
      end

      def nested(text, depth)
        depth < DEEPEST ? say(text, depth + 1) : Said.new(text, false)
      end

      # A word of ours, or whatever somebody typed.
      def name(text, depth)
        return @words[text] if @words.known?(text)

        found = nested(text, depth)
        found.whole && !text.match?(FIGURE_ALONE) ? found.text : text
      end

      # Figures in a row stand apart by more than their own mark.
      def several(text, depth)
        figures = text.split(", ")
        return Said.new(figures.map { |one| figure(one) }.join("; "), true) if figures.all?(FIGURE_ALONE)

        found = text.split(PARTS).map do |part|
          PARTS.match?(part) ? Said.new(between(part), true) : nested(part, depth)
        end
        Said.new(found.map(&:text).join, found.all?(&:whole))
      end

      def between(part) = @words.known?(part) ? @words[part] : part.sub(/\p{L}.*\p{L}/) { |word| @words.or_typed(word) }

      # "less than 0.1 %" has words, and so have "42 days".
      def figure(text)
        @words.figure(text).gsub(/\A(?:less|more) than|(?<=\d )(?:#{COUNTED.join('|')})\b/o) do |words|
          @words.or_typed(words)
        end
      end
    end
  end
end
