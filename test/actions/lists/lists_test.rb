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

  OLD = "Piece;Bruchkraft [kN];Result;Remark\nA1;8,11;broke;first\nA2;8.42;;\nA3;9.0;at least;the pin\nA4;2;void;wet\n"

  def look(text) = Lists::OldBreaks.look(StringIO.new(text))

  def keep(text, columns: { "value" => 1, "specimen" => 0, "counts_as" => 2, "note" => 3 }, unit: "kN",
           into: lot(name: "Old"))
    Lists::OldBreaks.keep(StringIO.new(text), lot_id: into.id, columns: columns, unit: unit, person_id: person.id)
    into
  end

  def test_the_columns_of_an_old_table_are_guessed_and_its_unit_is_read
    found = look(OLD)

    assert_equal({ "value" => 1, "specimen" => 0, "counts_as" => 2, "note" => 3 }, found[:guess])
    assert_equal ["kN", 4], found.values_at(:unit, :count)
    assert_nil look("a,b\n1,2\n")[:unit]
  end

  def test_old_breaks_are_typed_pulls_with_their_judgements
    rows = shown(keep(OLD))[:pulls]

    assert_equal([["break", 8110.0], ["break", 8420.0], ["at_least", 9000.0], ["void", 2000.0]],
                 rows.map { |row| row[:judgement].values_at(:counts_as, :value_si) })
    assert_equal(["display"] * 4, rows.map { |row| row[:origin] })
    assert_equal "first; piece A1", rows.first[:note]
  end

  def test_a_row_that_cannot_be_read_is_named_and_nothing_is_kept
    into = lot(name: "Old")
    { "v\n8.1\neight\n" => /Row 3: /, "v\n8.1\n\n-3\n" => /Row 3: /,
      "v,r\n8,perhaps\n" => /Row 2: “perhaps”/ }.each do |text, words|
      columns = text.include?("r\n") ? { "value" => 0, "counts_as" => 1 } : { "value" => 0 }
      error = assert_raises(MildAnvil::InvalidInput) { keep(text, columns: columns, into: into) }

      assert_match words, error.message
      assert_equal 0, into.pulls_dataset.count
    end
    assert_raises(MildAnvil::InvalidInput) { keep("v\n1\n", columns: {}, into: into) }
    assert_raises(MildAnvil::InvalidInput) { keep("v\n1\n", columns: { "value" => 0 }, unit: "parsec", into: into) }
    ["", "v\n", "\n\n"].each { |text| assert_raises(MildAnvil::InvalidInput) { look(text) } }
  end
end
