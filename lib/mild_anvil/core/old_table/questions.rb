# frozen_string_literal: true

module MildAnvil
  module Core
    module OldTable
      # What has to be asked of an old table: a word once for all the rows that have it.
      class Questions
        Option = Struct.new(:value, :label, keyword_init: true)
        NAMES = { "counts_as" => "result", "failed_part" => "what failed", "mode" => "how it failed",
                  "zone" => "where it failed", "end" => "end" }.freeze
        REMARK = Option.new(value: Reading::LEAVE, label: "none of these: it stays a remark").freeze
        NO_UNIT = Option.new(value: "", label: "no unit of this lot: leave the row out").freeze
        MONTHS = %w[January February March April May June July August September October November December].freeze
        OPEN = "nothing yet: they are judged one by one"

        def initialize(reading, around, answers)
          @reading = reading
          @around = around
          @answers = answers
        end

        # @return [Array<Question>] the gravest first
        def call
          return [ask("column", "value", "Which column holds the values?", columns)] unless @reading.role?("value")

          [*unit, *units, *comma, *dates, *results, *words, *groups, *rest]
        end

        private

        def ask(kind, key, text, options, rows: @reading.count)
          Question.new(kind: kind, key: key, text: text, rows: rows, options: options).freeze
        end

        def columns
          @reading.head.each_with_index.map do |name, i|
            Option.new(value: i.to_s, label: name.empty? ? "column #{i + 1}" : name)
          end
        end

        def units_offered = @around.units.map { |symbol| Option.new(value: symbol, label: symbol) }

        def unit
          count = @reading.without_unit
          if count.positive?
            [ask("unit", "", "In which unit are the values that say none?", units_offered,
                 rows: count)]
          else
            []
          end
        end

        def units
          @reading.unknown_units.map do |text, count|
            ask("units", text, "What is “#{text}”?", [*units_offered, NO_UNIT], rows: count)
          end
        end

        def comma
          open = @reading.cells.open_comma or return []
          decimal, thousands = Quantity::TypedNumber::MEANINGS.map { |m| Quantity::TypedNumber.meant(open, m) }
          [ask("comma", "", "What is “#{open}”?", [Option.new(value: "decimal", label: decimal),
                                                   Option.new(value: "thousands", label: thousands)])]
        end

        def dates
          one, two = @reading.cells.open_date || (return [])
          [ask("dates", "", "Which day is #{one}/#{two}?",
               [Option.new(value: "day", label: "#{one} #{MONTHS[two - 1]}"),
                Option.new(value: "month", label: "#{two} #{MONTHS[one - 1]}")])]
        end

        def results
          return [] if @reading.role?("counts_as") || @answers.key?("results")

          [ask("results", "", "The table does not say what the values count as. What do they?",
               [Option.new(value: "break", label: "each one broke at its value"),
                Option.new(value: "at_least", label: "each one held its value"), Option.new(value: "", label: OPEN)])]
        end

        def words
          Reading::ASKED.flat_map do |role|
            @reading.unknown(role).map do |text, count|
              ask(role, text, "#{NAMES.fetch(role).sub(/\A./, &:upcase)} “#{text}”: what is that?", options(role),
                  rows: count)
            end
          end
        end

        def options(role)
          pairs = if %w[zone end].include?(role) then named(role)
                  else @around.meanings(role).map { |key| [key, key.tr("_", " ")] }
                  end
          [*pairs.map { |key, label| Option.new(value: key, label: label) }, REMARK]
        end

        def named(role) = (role == "zone" ? @around.zones : @around.ends).map { |name, key| [key, name] }

        def groups
          names = @reading.column("group").map(&:strip).reject(&:empty?).tally
          names.reject { |name, _| group_known?(name, names) }.map do |name, count|
            ask("groups", name, "Rows of “#{name}”: which lot are they?",
                [Option.new(value: "here", label: "this lot"), *@around.lots.map do |lot, id|
                  Option.new(value: id.to_s, label: lot)
                end,
                 Option.new(value: "", label: "none: leave them out")], rows: count)
          end
        end

        # One group alone is this lot; a group that is called like a lot is that lot.
        def group_known?(name, names)
          names.size == 1 || @answers["groups"].to_h.key?(name) || @around.lots.keys.any? do |lot|
            Words.plain(lot) == Words.plain(name)
          end
        end

        def rest
          names = @reading.unrecognised
          return [] if names.empty? || @answers.key?("rest")

          [ask("rest", "", "#{names.map do |name|
            "“#{name}”"
          end.join(', ')}: what of #{names.one? ? 'this column' : 'these columns'}?",
               [Option.new(value: "note", label: "keep as remarks"), Option.new(value: "", label: "leave out")])]
        end
      end
    end
  end
end
