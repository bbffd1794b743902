# frozen_string_literal: true

module MildAnvil
  module Actions
    module Lists
      # Any list as it is filtered, as CSV, JSON or XLSX.
      module ExportList
        TYPES = { "csv" => "text/csv; charset=utf-8", "json" => "application/json",
                  "xlsx" => "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet" }.freeze

        module_function

        # @param list [String] of Store::Lists::NAMES; @param format [String] of TYPES
        # @param query [String, nil] as the list is filtered; @param lot_id [Integer, nil] whose pulls or specimens
        # @return [ExportStatement::Paper]
        # @raise [NotFound]; [InvalidInput] where a lot is needed
        def call(list:, format:, query: nil, lot_id: nil, waiting: false)
          lot = lot(list, lot_id)
          head, rows = Store::Lists.new(words: query.to_s.split, lot_id: lot&.id, waiting: waiting).read(list)
          practice = lot&.job&.practice? ? "practice-" : ""
          ExportStatement::Paper.new(content: render(list, format, head, rows), type: TYPES.fetch(format),
                                     name: "#{practice}#{list}#{"-#{lot.id}" if lot}.#{format}")
        end

        def lot(list, lot_id)
          return unless Store::Lists::OF_A_LOT.include?(list)
          return Store::Models::Lot.fetch!(lot_id) if lot_id

          raise InvalidInput.new("Say of which lot", fields: { lot_id: "is missing" })
        end
        private_class_method :lot

        def render(list, format, head, rows)
          case format
          when "csv" then Documents::TableCsv.render(head, rows.map { |row| row.map { |cell| plain(cell) } })
          when "json" then JSON.generate(rows.map { |row| head.zip(row.map { |cell| plain(cell) }).to_h })
          else Documents::TableXlsx.render(list, head, rows)
          end
        end
        private_class_method :render

        def plain(cell)
          case cell
          when Time then cell.utc.iso8601
          when Date then cell.iso8601
          when BigDecimal then cell.to_f
          else cell
          end
        end
        private_class_method :plain
      end
    end
  end
end
