# frozen_string_literal: true

require_relative "../../support/store_case"
require "csv"
require "roo"

# Lists as tables in three formats, and spreadsheets of old breaks as typed pulls.
class ListsTest < StoreCase
  Lists = Actions::Lists

  def export(list, format, **rest) = Lists::ExportList.call(list: list, format: format, **rest)

  def made
    @made ||= lot_with_breaks(8.11, 8.42, name: "=1+1").tap do |one|
      judge(peak(one, "3.2", note: "+cut"), "void", reason: "wrong pin")
    end
  end

  def test_every_list_comes_in_every_format
    made
    MildAnvil::Store::Lists::NAMES.each do |list|
      Lists::ExportList::TYPES.each do |format, type|
        paper = export(list, format, lot_id: made.id)

        assert_equal type, paper.type
        refute_empty paper.content, "#{list} #{format}"
      end
    end
  end

  def test_a_row_says_the_same_in_every_format
    csv = CSV.parse(export("pulls", "csv", lot_id: made.id).content, headers: true)
    json = JSON.parse(export("pulls", "json", lot_id: made.id).content)
    sheet = workbook(export("pulls", "xlsx", lot_id: made.id).content)

    assert_equal([%w[1 break 8110.0], %w[2 break 8420.0], %w[3 void 3200.0]],
                 csv.map { |row| row.values_at("number", "counts_as", "value_si") })
    assert_equal([[1, "break", 8110.0], [2, "break", 8420.0], [3, "void", 3200.0]],
                 json.map { |row| row.values_at("number", "counts_as", "value_si") })
    at = %w[number counts_as value_si].map { |name| sheet.row(1).index(name) }
    assert_equal([[1.0, "break", 8110.0], [2.0, "break", 8420.0], [3.0, "void", 3200.0]],
                 (2..4).map { |i| at.map { |column| sheet.row(i)[column] } })
  end

  def workbook(bytes)
    file = Tempfile.create(["list", ".xlsx"], binmode: true)
    file.write(bytes)
    file.close
    Roo::Excelx.new(file.path).sheet(0)
  end

  def test_no_cell_is_a_formula
    assert_includes export("lots", "csv", query: "=1+1", lot_id: made.id).content, "'=1+1"
    assert_includes export("pulls", "csv", lot_id: made.id).content, "'+cut"
    sheet = workbook(export("lots", "xlsx").content)

    assert_equal "=1+1", sheet.row(2)[sheet.row(1).index("name")]
    assert_nil sheet.formula(2, sheet.row(1).index("name") + 1)
  end

  def test_a_list_is_as_it_is_filtered
    made
    lot_with_breaks(1.0, name: "Other")
    names = ->(query) { JSON.parse(export("lots", "json", query: query).content).map { |row| row["name"] } }

    assert_equal([["=1+1", "Other"], ["Other"], []], ["", "other", "nothing like it"].map { |query| names.call(query) })
    assert_raises(MildAnvil::InvalidInput) { export("pulls", "csv") }
  end
end
