# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # Which of some lines are rows of a table: each has as many fields as most of them, readings or times in half of
      # them, and nothing else but blanks, words for "no value", and, where a column holds words throughout, words.
      class CellKinds
        # "OK", "running", "#12": no reading, and nothing that another delimiter would cut.
        WORD = /\A(?:#\d+|[[:alpha:]](?:[^;\t|,"]*[[:alpha:]\d.)])?)\z/
        MOSTLY = 0.6 # of the lines of that size have a word there
        RUN = 2 # data lines in a row that make a table

        # hits: lines that are rows; count: fields of each; words: columns of words; first: index of the first row;
        # others: index of the first and the last row of another table above it, or nil
        Found = Struct.new(:hits, :count, :words, :first, :others, keyword_init: true)
        OTHER_TABLE = 8 # rows in a row

        # @param cut [Array<Array<String>>] lines as fields
        # @param style [NumberStyle]
        # @param words [Boolean] whether columns may hold words
        def initialize(cut, style, words:)
          @kinds = cut.map { |fields| fields.map { |field| kind(field, style) } }
          @words = words
        end

        # @return [Found, nil]
        def call
          @rows = @kinds.map { |kinds| row?(kinds) ? kinds.size : nil }
          count, hits = @rows.compact.tally.max_by { |size, n| [n, size] }
          first = count && first_row(count, hits)
          first && Found.new(hits: hits, count: count, words: words_of(count), first: first, others: others(first))
        end

        private

        def kind(field, style)
          return :value if style.number?(field)
          return :none if field.empty? || Layout::NO_VALUE.match?(field)
          return :value if Stamps.form(field)

          WORD.match?(field) ? :word : :other
        end

        def row?(kinds)
          words = words_of(kinds.size)
          readings = kinds.size - words.size
          kinds.count(:value) >= [1, (readings + 1) / 2].max && !kinds.include?(:other) &&
            (!kinds.include?(:word) || kinds.each_with_index.all? { |kind, i| kind != :word || words.include?(i) })
        end

        # @return [Array<Integer>] columns of words, in lines of that many fields
        def words_of(size)
          return [] unless @words

          (@words_of ||= {})[size] ||= begin
            lines = @kinds.select { |kinds| kinds.size == size && kinds.include?(:value) }
            size < 2 ? [] : (0...size).select { |i| lines.count { |kinds| kinds[i] == :word } > MOSTLY * lines.size }
          end
        end

        def first_row(count, hits)
          @rows.each_cons(RUN).find_index { |pair| pair.all?(count) } || (@rows.index(count) if hits == 1)
        end

        def others(first)
          runs = (0...first).select { |i| @rows[i] && @rows[i] > 1 }.slice_when { |a, b| b > a + 1 }
          runs.map { |run| [run.first, run.last] }.find { |from, to| to - from + 1 >= OTHER_TABLE }
        end
      end
    end
  end
end
