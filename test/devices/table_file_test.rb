# frozen_string_literal: true

require_relative "../test_helper"
require "zip"

# Tables out of pasted rows, CSV and XLSX.
class TableFileTest < CoreCase
  Table = MildAnvil::Devices::TableFile

  SCHEMAS = "http://schemas.openxmlformats.org"
  MAIN = "xmlns='#{SCHEMAS}/spreadsheetml/2006/main'".freeze
  OFFICE = "#{SCHEMAS}/officeDocument/2006/relationships".freeze
  SHEET = "<worksheet #{MAIN}><sheetData>%s</sheetData></worksheet>".freeze
  BOOK = "<workbook #{MAIN} xmlns:r='#{OFFICE}'><sheets><sheet name='A' sheetId='1' r:id='rId1'/></sheets>" \
         "</workbook>".freeze
  RELS = "<Relationships xmlns='#{SCHEMAS}/package/2006/relationships'><Relationship Id='rId1' " \
         "Type='#{OFFICE}/worksheet' Target='worksheets/sheet1.xml'/></Relationships>".freeze
  STYLES = "<styleSheet #{MAIN}/>".freeze

  # A workbook by its parts, as the standard describes them.
  def workbook(rows)
    cells = rows.each_with_index.map do |row, r|
      inner = row.each_with_index.map { |value, c| cell(value, "#{('A'.ord + c).chr}#{r + 1}") }.join
      "<row r=\"#{r + 1}\">#{inner}</row>"
    end.join
    Zip::OutputStream.write_buffer do |zip|
      { "xl/workbook.xml" => BOOK, "xl/styles.xml" => STYLES, "xl/_rels/workbook.xml.rels" => RELS,
        "xl/worksheets/sheet1.xml" => format(SHEET, cells) }.each do |name, text|
        zip.put_next_entry(name)
        zip.write(text)
      end
    end.string
  end

  def cell(value, at)
    return "<c r=\"#{at}\"><v>#{value}</v></c>" if value.is_a?(Numeric)

    "<c r=\"#{at}\" t=\"inlineStr\"><is><t>#{value}</t></is></c>"
  end

  ROWS = [%w[label position], %w[HB-01 north], %w[HB-02 süd]].freeze

  def test_any_mark_between_columns
    ["\t", ";", ",", "|"].each { |mark| assert_equal ROWS, Table.read(ROWS.map { |r| r.join(mark) }.join("\r\n")) }
    assert_equal ROWS, Table.read("\uFEFF#{ROWS.map { |r| r.join(',') }.join("\n")}")
    assert_equal ROWS, Table.read(ROWS.map { |r| r.join(";") }.join("\n").encode("Windows-1252"))
    assert_equal [["a", "b, c"]], Table.read("a,\"b, c\"")
  end

  # As a spreadsheet's own "Unicode text" is written.
  def test_two_bytes_a_character
    text = ROWS.map { |row| row.join("\t") }.join("\r\n")

    assert_equal ROWS, Table.read("\xFF\xFE".b + text.encode("UTF-16LE").b)
    assert_equal ROWS, Table.read(text.gsub("\r\n", "\r"))
  end

  def test_what_is_no_text_is_named
    binary = assert_raises(MildAnvil::InvalidInput) { Table.read("\0\1\2\3".b * 200) }.message
    broken = assert_raises(MildAnvil::InvalidInput) { Table.read("PK\x03\x04rubbish") }.message

    assert_match(/binary|no text/, binary)
    assert_match(/damaged, or no XLSX/, broken)
  end

  def test_a_workbook
    assert_equal [%w[no label], %w[1 HB-01], ["2", "2.5"]], Table.read(workbook([%w[no label], [1, "HB-01"], [2, 2.5]]))
  end

  def test_what_is_no_table_is_refused
    ["", "  \n ", "PK\x03\x04rubbish", workbook([]), "a,\"b\nc", "a\n" * 2001, "a,#{',' * 61}"].each do |bytes|
      assert_raises(MildAnvil::InvalidInput, bytes[0, 20].inspect) { Table.read(bytes) }
    end
  end

  def test_a_workbook_that_unpacks_to_too_much_is_not_unpacked
    bomb = Zip::OutputStream.write_buffer do |zip|
      zip.put_next_entry("xl/worksheets/sheet1.xml")
      zip.write(" " * 60_000_000)
    end.string

    assert_operator bomb.bytesize, :<, 100_000
    assert_match(/unpacks to more/, assert_raises(MildAnvil::InvalidInput) { Table.read(bomb) }.message)
  end
end
