# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # Finds delimiter, number style and first data line by trying each and counting the lines that become rows.
      class LayoutSearch
        PROBE_FIELDS = Layout::PROBE_LINES * 16
        SEEN_SHARE = 0.1 # of the lines must have a mark that is worth trying
        ENOUGH_SHARE = 0.5 # of the lines are rows: no other way of reading cells is tried
        BETTER = 1.1 # times as many rows, before a way that reads more into the cells is believed
        # Units in the cells or not; columns of words or not. The plainest first.
        WAYS = [[false, false], [true, false], [false, true], [true, true]].freeze

        # @param lines [Array<String>] the first lines of the file
        # @param units [Core::Quantity::UnitTable]
        # @param spread [Array<String>] lines from all over the file: a decimal comma may first be seen far down
        # @param delimiter [String, nil] a choice made by the user; @param decimal_mark [String, nil] likewise
        def initialize(lines, units, spread: [], delimiter: nil, decimal_mark: nil)
          @lines = lines
          @units = units
          @spread = spread
          @delimiters = delimiter ? [delimiter] : worth_trying
          @decimal_mark = decimal_mark
        end

        # @return [Layout]
        # @raise [InvalidInput] when no line is a row of numbers
        def call
          best = nil
          WAYS.each do |inside, words|
            found = best_of(inside, words)
            best = found if found && (best.nil? || found.first > BETTER * best.first)
            break if best && best.first >= ENOUGH_SHARE * filled.size
          end
          raise InvalidInput.new(no_table, line: 1) if best.nil?

          best.last.call
        end

        private

        def filled = @filled ||= @lines.reject { |line| line.strip.empty? }

        # A mark that few lines have cuts nothing; without any there is one column.
        def worth_trying
          found = Layout::DELIMITERS.select do |mark|
            filled.count { |line| line.strip.include?(mark) } >= SEEN_SHARE * filled.size
          end
          found.empty? ? [","] : found
        end

        def no_table
          if filled.size <= 3
            "There is a header only and no data: no rows of readings stand below it. Export the readings " \
              "as well"
          else
            "No table of numbers was found in this text. Export it as CSV: one row a reading, one column " \
              "a channel"
          end
        end

        # Spaces stand inside stamps and words, too: a mark that cuts as many rows says more.
        # @return [Array(Integer, Proc), nil] rows, and the layout to be made of them
        def best_of(inside, words)
          tried = @delimiters.filter_map { |mark| attempt(mark, inside, words) }
          hits, _, _, layout = tried.max_by do |n, count, mark, _|
            [count >= 2 ? n : n * 0.5, mark == " " ? 0 : 1, count]
          end
          hits && [hits, layout]
        end

        def attempt(mark, inside, words)
          style = style_of(mark, inside)
          found = CellKinds.new(cut(mark), style, words: words).call or return
          [found.hits, found.count - found.words.size, mark, -> { layout(mark, style, found) }]
        end

        def cut(mark) = (@cut ||= {})[mark] ||= @lines.map { |line| Layout.cut(line, mark) }

        def style_of(mark, inside)
          return NumberStyle.new(decimal_mark: @decimal_mark, units_inside: inside) if @decimal_mark

          rows = cut(mark) + @spread.map { |line| Layout.cut(line, mark) }
          rows = rows.map { |fields| fields.map { |field| NumberStyle.bare(field) } } if inside
          columns = columns(rows)
          style = MarkGuess.new(columns.flatten.first(PROBE_FIELDS), columns: columns,
                                                                     usual: mark == ";" ? "," : ".").call
          inside ? style.with_units_inside : style
        end

        # Of the rows of the most common length.
        def columns(rows)
          size = rows.map(&:size).tally.max_by(&:last)&.first
          rows.select { |fields| fields.size == size }.transpose
        end

        def layout(mark, style, found)
          heads = Headings.new(@lines, found.first, units: @units, delimiter: mark, count: found.count)
          Layout.new(delimiter: mark, style: style, header_line: heads.header_line, unit_line: heads.unit_line,
                     data_first_line: found.first + 1, field_count: found.count, word_columns: found.words,
                     quoted: @lines[found.first].include?('"'), preamble: heads.preamble,
                     passed_over: found.others&.map { |i| i + 1 })
        end
      end
    end
  end
end
