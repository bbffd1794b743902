# frozen_string_literal: true

module MildAnvil
  module Actions
    module Lists
      # A spreadsheet of old breaks as typed pulls of a lot: its columns are matched by sight, its unit is asked.
      class OldBreaks
        ROLES = %w[value specimen counts_as failed_part note].freeze
        GUESSES = { "value" => /\b(force|load|strength|break|peak|max|mbs|kraft|bruch|kn|lbf|newton)/i,
                    "specimen" => /\b(specimen|sample|piece|label|nr|no|id|prüfling)\b/i,
                    "counts_as" => /\b(counts|kind|result|type)\b/i, "failed_part" => /\b(failed|part|broke)\b/i,
                    "note" => /\b(note|remark|comment|reason|bemerkung)/i }.freeze
        UNIT = /[\[(]\s*([^\])]+?)\s*[\])]\s*\z/
        MOST = 1000
        MAX_BYTES = 5_000_000
        SHOWN = 8
        COUNTS = { "" => "break", "break" => "break", "ok" => "break", "broke" => "break", "at least" => "at_least",
                   "runout" => "at_least", "held" => "at_least", "void" => "void", "invalid" => "void" }.freeze

        # @param file [IO]
        # @return [Hash] head, rows (the first few), count, guess: role => column, unit
        # @raise [InvalidInput]
        def self.look(file)
          table = read(file)
          head, *rows = table
          guess = GUESSES.filter_map do |role, words|
            at = head.index { |cell| cell.match?(words) }
            [role, at] if at
          end.to_h
          { head: head, rows: rows.first(SHOWN), count: rows.size, guess: guess,
            unit: guess["value"] && head[guess["value"]][UNIT, 1] }
        end

        def self.read(file)
          bytes = file.read(MAX_BYTES + 1).to_s
          if bytes.bytesize > MAX_BYTES
            raise InvalidInput.new("A table has at most 5 MB",
                                   fields: { file: "is too large" })
          end

          table = Devices::TableFile.read(bytes).reject { |row| row.all? { |cell| cell.strip.empty? } }
          raise InvalidInput.new("There is no row below the head", fields: { file: "has no rows" }) if table.size < 2

          width = table.map(&:size).max
          table.map { |row| row + ([""] * (width - row.size)) }
        end
        private_class_method :read

        # All rows or none.
        # @param columns [Hash] role => column from 0; value is needed
        # @param unit [String] of the values
        # @return [Integer] how many pulls were made
        # @raise [InvalidInput] naming the row
        def self.keep(file, lot_id:, columns:, unit:, person_id:)
          new(read(file).drop(1), lot_id, columns, unit, person_id).keep
        end

        def initialize(rows, lot_id, columns, unit, person_id)
          @rows = rows
          @lot = Store::Models::Lot.fetch!(lot_id)
          @columns = columns.slice(*ROLES)
          @unit = unit
          @person_id = People.fetch!(person_id).id
          refuse("Say which column holds the values", columns: "need value") unless @columns.key?("value")
          refuse("At most #{MOST} rows are taken at once", file: "has #{rows.size} rows") if rows.size > MOST
        end

        def keep
          Practice::Apart.real!(@lot, "It takes its pulls from its lesson")
          Store::Database.write { @rows.each_with_index { |row, i| pull(row, i + 2) } }
          @rows.size
        end

        private

        def pull(row, line)
          kind = counts_as(cell(row, "counts_as"), line)
          note = [cell(row, "note"), named(row)].reject(&:empty?).join("; ")[0, 400]
          pull = RecordPeak.call(lot_id: @lot.id, text: cell(row, "value"), unit: @unit, person_id: @person_id,
                                 note: note)
          JudgePull.call(pull_id: pull.id, person_id: @person_id, counts_as: kind, **told(kind, row, note))
        rescue InvalidInput => e
          refuse("Row #{line}: #{e.message}", **e.details[:fields].to_h)
        end

        def named(row)
          label = cell(row, "specimen")
          label.empty? ? "" : "piece #{label}"
        end

        def told(kind, row, note)
          return { reason: note.empty? ? "void in the old table" : note } if kind == "void"

          part = cell(row, "failed_part").downcase
          known = Core::Plan::RequestWords::FAILED_PARTS.include?(part)
          { failed_part: known ? part : { "at_least" => "connector" }.fetch(kind, "specimen") }
        end

        def counts_as(text, line)
          COUNTS.fetch(text.downcase.tr("_-", "  ").squeeze(" ").strip) do
            refuse("Row #{line}: “#{text[0, 40]}” is no way to count; use break, at least or void",
                   counts_as: "is not known")
          end
        end

        def cell(row, role) = @columns.key?(role) ? row[@columns[role]].to_s.strip : ""
        def refuse(words, **fields) = raise(InvalidInput.new(words, fields: fields))
      end
    end
  end
end
