# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # A table of specimens somebody pasted, or a CSV or XLSX file: its columns by their headings.
      module SpecimenRows
        HEADINGS = { number: ["number", "no", "nr", "n", "num", "nummer", "specimen no", "specimen number", "piece no",
                              "sample no", "numéro"],
                     label: ["label", "specimen", "piece", "id", "name", "mark", "sample", "coupon", "probe", "tag",
                             "specimen id", "sample id", "piece id", "bezeichnung", "échantillon"],
                     position: %w[position place], side: %w[side face], direction: %w[direction orientation],
                     parent: %w[parent plate sheet coil], note: %w[note remark notes remarks comment],
                     features: %w[features ends], state: %w[state status], map_x: %w[x], map_y: %w[y] }.freeze
        NO_WORD = /[^[:alpha:][:digit:]]+/
        LONGEST = { label: 40, position: 60, side: 60, direction: 60, parent: 80, note: 400 }.freeze
        STATES = ["planned", "here", "prepared", "held back", "gone"].freeze

        module_function

        # @param table [Array<Array<String>>] the first row is the heading
        # @return [Hash] rows: as SpecimenList.take_in wants them; columns: which heading was read as what; passed_over
        # @raise [InvalidInput] naming every row that cannot be read
        def read(table)
          head, *lines = table.reject { |row| row.all? { |cell| cell.to_s.strip.empty? } }
          if lines.to_a.empty?
            raise InvalidInput.new("The table has no rows below its heading",
                                   fields: { rows: "are missing" })
          end

          columns = columns(head)
          faults = []
          rows = lines.each_with_index.map { |line, i| row(line, columns, i + 2, faults) }
          if faults.any?
            raise InvalidInput.new("#{faults.first(5).join('; ')}. Nothing was taken in",
                                   fields: { rows: faults.join("; ")[0, 400] })
          end

          { rows: rows, columns: columns.to_h { |name, i| [name.to_s, head[i].to_s.strip] },
            passed_over: head.each_with_index.reject do |cell, i|
              columns.value?(i) || cell.to_s.strip.empty?
            end.map { |cell, _| cell.to_s.strip } }
        end

        # @return [Array<Hash>] those without a number get the next free ones
        def numbered(rows, lot)
          taken = rows.filter_map { |row| row[:number] } + lot.specimens_dataset.select_map(:number)
          following = taken.max || 0
          rows.map { |row| row[:number] ? row : row.merge(number: following += 1) }
        end

        def columns(head)
          words = head.map { |cell| cell.to_s.downcase.gsub(NO_WORD, " ").strip }
          found = HEADINGS.filter_map do |name, called|
            at = words.index { |word| called.include?(word) }
            at && [name, at]
          end.to_h
          return found if found.key?(:number) || found.key?(:label)

          raise InvalidInput.new("No column is headed number or label: say in the first row what the columns are",
                                 fields: { rows: "have no heading" })
        end
        private_class_method :columns

        def row(line, columns, ordinal, faults)
          read = columns.to_h { |name, i| [name, line[i].to_s.strip] }
          values = read.reject { |_, text| text.empty? }
          LONGEST.each do |name, most|
            faults << "row #{ordinal}: #{name} is longer than #{most}" if values[name].to_s.size > most
          end
          converted(values, ordinal, faults)
        end
        private_class_method :row

        def converted(values, ordinal, faults)
          number!(values, ordinal, faults)
          map!(values, ordinal, faults)
          if values[:state] && !STATES.include?(values[:state].downcase)
            faults << "row #{ordinal}: “#{values[:state]}” is no state"
          end
          values[:state] &&= values[:state].downcase
          values[:features] &&= values[:features].split(/\s*[,;|]\s*/).reject(&:empty?)
          values
        end
        private_class_method :converted

        def number!(values, ordinal, faults)
          return if values[:number].nil?

          whole = values[:number].delete_suffix(".0")
          return values[:number] = whole.to_i if whole.match?(/\A[1-9]\d{0,5}\z/)

          faults << "row #{ordinal}: “#{values[:number]}” is no number of a specimen"
        end
        private_class_method :number!

        def map!(values, ordinal, faults)
          %i[map_x map_y].each do |axis|
            next if values[axis].nil?

            share = Core::Quantity::TypedNumber.float(values[axis])
            faults << "row #{ordinal}: #{axis} lies from 0 to 1" unless share&.between?(0, 1)
            values[axis] = share
          end
          faults << "row #{ordinal}: x and y belong together" if values[:map_x].nil? != values[:map_y].nil?
        end
        private_class_method :map!
      end
    end
  end
end
