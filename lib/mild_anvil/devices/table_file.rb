# frozen_string_literal: true

require "csv"
require "roo"
require "tempfile"

module MildAnvil
  module Devices
    # A table of texts out of pasted rows, a CSV or an XLSX file.
    module TableFile
      MARKS = ["\t", ";", ",", "|"].freeze
      LOOKED_AT = 40 # lines
      MOST_ROWS = 2000
      MOST_COLUMNS = 60
      MOST_UNPACKED = 50_000_000
      ZIP = "PK\x03\x04".b

      module_function

      # @param bytes [String]
      # @return [Array<Array<String>>]
      # @raise [InvalidInput]
      def read(bytes)
        raise InvalidInput.new("The file is empty", fields: { file: "is empty" }) if bytes.strip.empty?

        table = bytes.b.start_with?(ZIP) ? workbook(bytes) : text(bytes)
        return table if table.size <= MOST_ROWS && table.all? { |row| row.size <= MOST_COLUMNS }

        raise InvalidInput.new("A list has at most #{MOST_ROWS} rows and #{MOST_COLUMNS} columns",
                               fields: { file: "is too large" })
      end

      def text(bytes)
        text = Delimited::TextDecoding.call(Delimited::Source.of(bytes))
        plain = +""
        text.each_stretch { |stretch| plain << text.decode(stretch) }
        mark = mark(plain.lines.first(LOOKED_AT))
        CSV.parse(plain, col_sep: mark, liberal_parsing: true).map { |row| row.map(&:to_s) }
      rescue CSV::MalformedCSVError => e
        raise InvalidInput.new("The table cannot be read: #{e.message[0, 80]}", fields: { file: "cannot be read" })
      end
      private_class_method :text

      # The one that cuts most lines into as many cells; a title above may hold any of them.
      def mark(lines)
        MARKS.max_by do |mark|
          counts = lines.map { |line| line.count(mark) }.select(&:positive?)
          [counts.tally.values.max || 0, counts.max || 0]
        end
      end
      private_class_method :mark

      # Only the first sheet; a cell's value as it is shown.
      def workbook(bytes)
        Tempfile.create(["list", ".xlsx"], binmode: true) do |file|
          file.write(bytes)
          file.flush
          refuse_bomb!(file.path)
          sheet = Roo::Excelx.new(file.path, disable_html_wrapper: true).sheet(0)
          last = sheet.last_row.to_i
          raise InvalidInput.new("The sheet is empty", fields: { file: "is empty" }) if last.zero?
          if last > MOST_ROWS
            raise InvalidInput.new("A list has at most #{MOST_ROWS} rows",
                                   fields: { file: "is too large" })
          end

          (sheet.first_row..last).map { |i| sheet.row(i).map { |cell| shown(cell) } }
        end
      rescue Zip::Error, Roo::Error, ArgumentError, NoMethodError, Errno::ENOENT, Nokogiri::XML::SyntaxError
        raise InvalidInput.new("The workbook cannot be read: it is damaged, or no XLSX file. Save the sheet as CSV",
                               fields: { file: "cannot be read" })
      end
      private_class_method :workbook

      # What a small file unpacks to is looked at before it is unpacked.
      def refuse_bomb!(path)
        return if Zip::File.open(path) { |zip| zip.sum(&:size) } <= MOST_UNPACKED

        raise InvalidInput.new("The workbook unpacks to more than #{MOST_UNPACKED / 1_000_000} MB",
                               fields: { file: "is too large" })
      end
      private_class_method :refuse_bomb!

      def shown(cell) = cell.is_a?(Float) && cell == cell.round ? cell.round.to_s : cell.to_s
      private_class_method :shown
    end
  end
end
