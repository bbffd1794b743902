# frozen_string_literal: true

require "prawn"
require "prawn/table"

module MildAnvil
  module Documents
    # A document whose marked content ends with a page and goes on with the next.
    class TaggedDocument < Prawn::Document
      attr_accessor :tags

      def start_new_page(options = {})
        tags ? tags.interrupt { super } : super
      end

      # A cell of a table: its text read out once, its lines never. A head that is printed again on the next page is a
      # copy of the first one, and shares its place.
      module Cell
        Place = Struct.new(:kind, :row, :read)
        attr_accessor :place

        def draw_content
          return super unless @pdf.is_a?(TaggedDocument)
          return @pdf.tags.decoration { super } if place.nil? || place.read

          place.read = true
          @pdf.tags.mark(place.kind, within: place.row) { super }
        end

        def draw_borders(point) = @pdf.is_a?(TaggedDocument) ? @pdf.tags.decoration { super } : super
        def draw_background(point) = @pdf.is_a?(TaggedDocument) ? @pdf.tags.decoration { super } : super
        Prawn::Table::Cell::Text.prepend(self)
      end

      # @param table [Prawn::Table]; @param head [Boolean] whether the first row is one
      # @param names [Boolean] whether the first column names what stands beside it
      def tag_cells(table, head: false, names: false)
        rows = Hash.new { |all, row| all[row] = tags.element(:TR, tags.current) }
        table.cells.sort_by { |cell| [cell.row, cell.column] }.each do |cell|
          kind = (head && cell.row.zero?) || (names && cell.column.zero?) ? :TH : :TD
          cell.place = Cell::Place.new(kind, rows[cell.row], false)
        end
      end
    end
  end
end
