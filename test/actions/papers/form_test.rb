# frozen_string_literal: true

require_relative "../../support/store_case"
require_relative "../../support/repacked"
require "axlsx"
require "roo"

# A customer's form: its named cells are filled, its formulas stay and compute, what it asks in vain is told.
class FormTest < StoreCase
  include Repacked

  # A form with a title, cells by names, a formula over two of them, one that is a formula itself.
  def form(names: { "minimum" => "B2", "working_load_limit" => "B3", "customer" => "B5", "own_number" => "B6",
                    "pull_2_value" => "D9", "signed_by" => "B7", "mean" => "B4" }, sheet: "Their form")
    package = Axlsx::Package.new
    book = package.workbook
    book.add_worksheet(name: sheet) do |page|
      page.add_row ["Form 7", "as agreed"]
      page.add_row ["Minimum", 0]
      page.add_row ["WLL", 0]
      page.add_row ["Factor", "=B2/B3"], escape_formulas: false
      3.times { page.add_row ["", "?"] }
    end
    names.each { |name, place| book.add_defined_name("'#{sheet}'!$#{place[/[A-Z]+/]}$#{place[/\d+/]}", name: name) }
    file = Tempfile.new(["form", ".xlsx"])
    (@forms ||= []) << file
    File.binwrite(file.path, package.to_stream.string)
    file.path
  end

  def signed = @signed ||= sign(lot_with_breaks(8.11, 8.42, 7.93, 8.2, terms: { design_factor: 4.0 }))

  def fill(path) = Actions::Papers::FillForm.call(path, statement_id: signed.id, name: "Form 7.xlsx")

  def opened(paper)
    file = Tempfile.create(["filled", ".xlsx"], binmode: true)
    file.write(paper.content)
    file.close
    Roo::Excelx.new(file.path).sheet(0)
  end

  def test_named_cells_are_filled_with_the_figures_as_they_were_stated
    paper, told = fill(form)
    sheet = opened(paper)
    content = JSON.parse(signed.body)["content"]

    assert_equal ["Form 7", "as agreed"], sheet.row(1).first(2)
    assert_equal [content.dig("minimum", "text").to_f, content.dig("working_load_limit", "text").to_f],
                 [sheet.cell("B", 2), sheet.cell("B", 3)]
    assert_equal ["Brindle Works", person.name, 8.42], [sheet.cell("B", 5), sheet.cell("B", 7), sheet.cell("D", 9)]
    assert_equal({ "filled" => 5, "unknown" => 1, "formula" => 1 }, told.map(&:state).tally)
    assert_equal "own_number", told.find { |row| row.state == "unknown" }.name
    assert_equal "form 7-#{signed.lot_id}-1.xlsx", paper.name.downcase
  end

  def test_formulas_stay_and_are_computed_when_it_is_opened
    paper, = fill(form)
    Zip::File.open_buffer(StringIO.new(paper.content)) do |zip|
      sheet = zip.read("xl/worksheets/sheet1.xml")

      assert_match(%r{<c r="B4"[^>]*><f>B2/B3</f></c>}, sheet.gsub("<v/>", ""))
      assert_match(/fullCalcOnLoad="1"/, zip.read("xl/workbook.xml"))
    end
  end

  def test_a_name_of_a_lot_is_never_a_formula
    named = sign(lot_with_breaks(8.1, 8.2, 8.0, name: "=HYPERLINK(\"x\")"))
    paper, = Actions::Papers::FillForm.call(form(names: { "LOT" => "A9" }), statement_id: named.id, name: "x.xlsx")

    assert_equal "=HYPERLINK(\"x\")", opened(paper).cell("A", 9)
    assert_nil opened(paper).formula("A", 9)
  end

  def refusal(path) = assert_raises(MildAnvil::InvalidInput) { fill(path) }.message

  def test_macros_links_and_damaged_forms_are_refused
    good = form
    { "xl/vbaProject.bin" => /macros/, "xl/externalLinks/externalLink1.xml" => /links to other/,
      "xl/connections.xml" => /connections/, "xl/embeddings/x.docx" => /embedded/ }.each do |name, words|
      assert_match words, refusal(repacked({ name => "x" }, honest: false, of: good)), name
    end
    { "xl/worksheets/sheet1.xml" => /damaged/, "xl/workbook.xml" => /damaged/ }.each do |name, words|
      assert_match words, refusal(repacked({ name => "<a><b>" }, honest: false, of: good)), name
    end
    assert_match(/no workbook/, refusal(repacked({ "xl/workbook.xml" => nil }, honest: false, of: good)))
    assert_match(/missing/, refusal(repacked({ "xl/worksheets/sheet1.xml" => nil }, honest: false, of: good)))
    assert_match(/no named cell/, refusal(form(names: {})))
    external = lambda { |was|
      was.sub("</Relationships>",
              '<Relationship Id="r9" Target="file:///etc/passwd" TargetMode="External"/></Relationships>')
    }
    assert_match(/links to other/,
                 refusal(repacked({ "xl/_rels/workbook.xml.rels" => external }, honest: false, of: good)))
  end

  def test_entities_of_a_form_are_not_followed
    evil = ->(was) { was.sub("?>", "?><!DOCTYPE a [<!ENTITY x SYSTEM \"file:///etc/passwd\">]>").sub("Form 7", "&x;") }
    path = repacked({ "xl/worksheets/sheet1.xml" => evil }, honest: false, of: form)
    paper = begin
      fill(path).first.content
    rescue MildAnvil::InvalidInput
      ""
    end
    refute_includes paper, "root:"
  end

  def test_a_superseded_statement_says_so_in_a_form
    first = signed
    judge(first.lot.pulls.first, "void", reason: "wrong pin")
    sign(first.lot, revision_reason: "a pull was void", fewer_reason: "enough")
    paper, = fill(form(names: { "standing" => "B2", "reviewed_by" => "B3" }))

    assert_equal ["superseded", nil], [opened(paper).cell("B", 2), opened(paper).cell("B", 3).to_s[0]]
  end
end
