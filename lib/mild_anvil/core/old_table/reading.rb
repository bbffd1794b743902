# frozen_string_literal: true

module MildAnvil
  module Core
    module OldTable
      # A spreadsheet of old breaks read: its rows, what has to be asked before they can be kept, and what is left out.
      class Reading
        # line: of the sheet; values as they would be kept; note: what has no place of its own
        Row = Struct.new(:line, :value, :unit, :bound, :date, :piece, :group, :end, :counts_as, :failed_part, :zone,
                         :mode, :note, keyword_init: true)
        LeftOut = Struct.new(:line, :words, keyword_init: true)
        ASKED = %w[counts_as failed_part mode zone end].freeze
        LEAVE = "" # an answer: it stays in the remark

        # units: symbols that the lot may be read in, find: text => symbol or nil; zones, ends: names => keys;
        # lots: names => ids of those beside this one; parts, modes: that may be answered; today: Date
        Around = Struct.new(:units, :find, :zones, :ends, :lots, :parts, :modes, :today, keyword_init: true) do
          # @return [Array<String>] what a word of a role may mean
          def meanings(role)
            { "counts_as" => Words::COUNTS.keys, "failed_part" => parts, "mode" => modes,
              "zone" => zones.values, "end" => ends.values }.fetch(role)
          end
        end

        attr_reader :head, :head_line, :roles

        # @param table [Array<Array<String>>] of the sheet, rows as long as each other
        # @param around [Around]
        # @param answers [Hash] columns: column => role; unit, units, comma, dates, results, rest: text;
        #   words: role => {word => meaning}; groups: name => lot id
        def initialize(table, around, answers = {})
          @head_line = Heads.line(table)
          @head = table[@head_line]
          @body = table.each_with_index.drop(@head_line + 1)
                       .reject { |row, _| row.all? { |cell| cell.strip.empty? } || Heads.other?(row, @head) }
          @around = around
          @answers = answers
          @roles = Heads.roles(@head).merge(answers["columns"].to_h.transform_keys(&:to_i)).reject do |_, role|
            role.to_s.empty?
          end
          one_each!
          @cells = Cells.new(column("value"), column("date"), comma: answers["comma"], first: answers["dates"],
                                                              today: around.today)
        end

        # @return [Integer] rows that hold anything
        def count = @body.size

        # @return [Array<Array<String>>]
        def samples(most) = @body.first(most).map(&:first)

        # @return [Array<Row>]
        def rows = read.first

        # @return [Array<LeftOut>] rows without a value, and those with a cell that cannot be read
        def left_out = read.last

        # @return [Array<Question>]
        def questions = Questions.new(self, @around, @answers).call

        # @return [Cells]
        attr_reader :cells

        # @return [Hash{String => Integer}] word => rows, of a role, that nobody has explained
        def unknown(role)
          texts = column(role).map(&:strip).reject { |text| Cells::NOTHING.match?(text) }
          texts.tally.select { |text, _| meaning(role, text).nil? }
        end

        # @return [Hash{String => Integer}] words beside values that are no unit
        def unknown_units = units_beside.compact.tally.reject { |text, _| unit_of(text) || answered_unit?(text) }

        # @return [Integer] rows whose value has no unit
        def without_unit = head_unit || offered?(@answers["unit"]) ? 0 : units_beside.count(nil)

        # @return [Array<String>] heads that nobody has said anything of, and that hold something
        def unrecognised
          said = @answers["columns"].to_h.keys.map(&:to_i)
          @head.each_index.reject { |i| @roles.key?(i) || said.include?(i) || blank?(i) }.map { |i| title(i) }
        end

        def role?(role) = @roles.value?(role)
        def column(role) = (at = @roles.key(role)) ? @body.map { |row, _| row[at].to_s } : []

        private

        # @raise [InvalidInput] for answers about columns that are not there, or two columns of one kind
        def one_each!
          strange = (@roles.keys - [*@head.each_index]).first
          refuse("There is no column #{strange + 1}", "has no #{strange}") if strange

          twice = @roles.values.tally.find { |_, count| count > 1 }&.first or return
          refuse("Two columns cannot both be the #{twice.tr('_', ' ')}", "has two")
        end

        def refuse(words, columns) = raise(InvalidInput.new(words, fields: { columns: columns }))

        def blank?(index) = @body.all? { |row, _| row[index].to_s.strip.empty? }
        def title(index) = @head[index].strip.empty? ? "column #{index + 1}" : @head[index].strip
        def cell(row, role) = (at = @roles.key(role)) ? row[at].to_s.strip : ""

        def read
          @read ||= begin
            read = @body.map { |row, index| one(row, index + 1) }
            read.partition { |found| found.is_a?(Row) }
          end
        end

        def one(row, line)
          value = @cells.value(cell(row, "value")) or return LeftOut.new(line: line, words: "has no value")
          unit = unit(value, row) or return LeftOut.new(line: line, words: "has no unit")
          Row.new(line: line, value: value.text, unit: unit, bound: value.bound, date: @cells.date(cell(row, "date")),
                  piece: cell(row, "piece"), group: cell(row, "group"), note: note(row), **words(row)).freeze
        rescue InvalidInput => e
          LeftOut.new(line: line, words: e.message)
        end

        def words(row)
          found = ASKED.to_h { |role| [role.to_sym, known(role, cell(row, role))] }
          found[:counts_as] = nil if Cells::NOTHING.match?(cell(row, "counts_as")) && role?("counts_as")
          found[:counts_as] ||= @answers["results"] unless role?("counts_as")
          found
        end

        def known(role, text)
          if Cells::NOTHING.match?(text)
            nil
          else
            meaning(role, text).then { |m| m == LEAVE ? nil : m }
          end
        end

        # @return [String, nil] "" where it was said to stay a remark
        def meaning(role, text)
          answered = @answers.dig("words", role, text)
          return answered if answered == LEAVE || @around.meanings(role).include?(answered)

          case role
          when "zone" then @around.zones[Words.named(@around.zones.keys, text)]
          when "end" then @around.ends[Words.named(@around.ends.keys, text)]
          else Words.meaning(role, text)
          end
        end

        # What a word meant stands where it belongs; the word itself stays in the remark if it has no such place.
        def note(row)
          kept = ASKED.filter_map do |role|
            text = cell(row, role)
            "#{title(@roles.key(role))}: #{text}" if !text.empty? && meaning(role, text) == LEAVE
          end
          rest = @answers["rest"] == "note" ? others(row) : []
          [cell(row, "note"), *kept, *rest].reject(&:empty?).join("; ")
        end

        def others(row)
          said = @answers["columns"].to_h.keys.map(&:to_i)
          row.each_index.reject { |i| @roles.key?(i) || said.include?(i) || row[i].to_s.strip.empty? }
             .map { |i| "#{title(i)}: #{row[i].strip}" }
        end

        def head_unit
          at = @roles.key("value")
          @head_unit ||= at && unit_of(@head[at][Heads::UNIT, 1] || @head[at][/\s(\S+)\s*\z/, 1])
        end

        # The word beside each value: in its cell, or in the column of units.
        def units_beside
          @units_beside ||= @body.filter_map do |row, _|
            value = @cells.value(cell(row, "value"))
            value && [value.unit || cell(row, "unit")].map { |text| text.empty? ? nil : text }
          rescue InvalidInput
            nil
          end.flatten(1)
        end

        def unit(value, row)
          text = value.unit || cell(row, "unit")
          return head_unit || @answers["unit"] if text.empty?

          unit_of(text) || @answers.dig("units", text).then { |answer| answer if offered?(answer) }
        end

        def unit_of(text) = text && @around.find.call(text.to_s.strip)
        def offered?(unit) = @around.units.include?(unit)
        def answered_unit?(text) = @answers["units"].to_h[text].then { |unit| unit == LEAVE || offered?(unit) }
      end
    end
  end
end
