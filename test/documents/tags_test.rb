# frozen_string_literal: true

require_relative "../test_helper"
require "pdf-reader"

# The structure of a paper: everything that is drawn is either read out in order or said to be decoration.
class TagsTest < CoreCase
  Documents = MildAnvil::Documents
  PAPER = { title: "Plan sheet", name: "Tape", number: "L-1", link: "http://127.0.0.1/record/1" }.freeze

  def drawn(language: "en", standing: nil, **rest)
    sheet = Documents::Sheet.new(Documents::Paper.new(**PAPER, language: language, standing: standing, **rest))
    sheet.heading("Mind")
    sheet.paragraph("As it was signed.", quoted: true)
    sheet.pairs([%w[Item webbing], ["Made by", "Line 2"]])
    sheet.table([%w[Pull Value], *Array.new(60) { |i| [i.to_s, "8.#{i}"] }])
    sheet.figure("a rule from 0 to 8 kN") { sheet.pdf.stroke { sheet.pdf.horizontal_line 0, 100 } }
    PDF::Reader.new(StringIO.new(sheet.finish("Tape")))
  end

  def streams(reader) = reader.pages.map(&:raw_content)
  def at(reader, value) = reader.objects.deref!(value)
  def root(reader) = at(reader, at(reader, reader.objects.trailer[:Root]))

  def test_the_document_says_its_language_and_shows_its_title
    reader = drawn(language: "de")
    catalog = root(reader)

    assert_equal "de", text(catalog[:Lang])
    assert_equal [true, true], [catalog[:MarkInfo][:Marked], catalog[:ViewerPreferences][:DisplayDocTitle]]
    assert_equal "Planblatt, Tape, L-1", reader.info[:Title]
  end

  def text(value) = value.b.start_with?("\xFE\xFF".b) ? value.b[2..].force_encoding("UTF-16BE").encode("UTF-8") : value

  def test_every_word_stands_inside_a_tag_or_is_decoration
    streams(drawn(standing: Documents::Paper::Standing.new(word: "preview", line: ""))).each do |stream|
      depth = 0
      stream.scan(/\bBDC\b|\bBMC\b|\bEMC\b|\bTJ\b|\bTj\b/) do |word|
        depth += 1 if word.match?(/B[DM]C/)
        depth -= 1 if word == "EMC"

        assert_operator depth, :>, 0, "words outside" if word.match?(/TJ?j?/) && word.start_with?("T")
        assert_operator depth, :<=, 1, "one in another"
      end
      assert_equal 0, depth
    end
  end

  def test_every_mark_of_a_page_is_known_to_the_tree
    reader = drawn
    nums = at(reader, at(reader, root(reader)[:StructTreeRoot])[:ParentTree])[:Nums]
    streams(reader).each_with_index do |stream, page|
      marks = stream.scan(/MCID (\d+)/).flatten.map(&:to_i)

      assert_equal (0...marks.size).to_a, marks
      assert_equal marks.size, at(reader, nums[(page * 2) + 1]).size
      assert_equal page, reader.pages[page].attributes[:StructParents]
    end
  end

  # @return [Array] kind and what is below
  def tree(reader, element)
    below = Array(element[:K]).map { |one| at(reader, one) }
    [element[:S], *below.select { |one| one[:S] }.map { |one| tree(reader, one) }]
  end

  def test_a_table_that_goes_over_pages_is_read_once_with_its_head
    reader = drawn
    document = tree(reader, at(reader, at(reader, at(reader, root(reader)[:StructTreeRoot])[:K]).first))
    tables = document.drop(1).select { |kind, *| kind == :Table }

    assert_operator reader.page_count, :>, 1
    assert_equal [[:TR, [:TH], [:TD]]] * 2, tables.first.drop(1)
    assert_equal 61, tables.last.drop(1).size
    assert_equal [[:TR, [:TH], [:TH]], [:TR, [:TD], [:TD]]], tables.last[1, 2]
    assert_equal %i[Figure P H1 P H2 P Table Table Figure], document.drop(1).map(&:first)
  end

  def test_a_drawing_has_words_and_a_quotation_its_own_language
    reader = drawn(language: "fr")
    elements = (1..reader.objects.size).filter_map { |id| reader.objects[PDF::Reader::Reference.new(id, 0)] }
                                       .select { |one| one.is_a?(Hash) && one[:Type] == :StructElem }

    assert_includes elements.filter_map { |one| one[:Alt] && text(one[:Alt]) }, "a rule from 0 to 8 kN"
    assert_equal(["en"], elements.filter_map { |one| one[:Lang] && text(one[:Lang]) })
  end

  def test_every_font_is_in_the_paper
    reader = drawn
    fonts = reader.pages.flat_map { |page| page.fonts.values }.map { |font| at(reader, font) }

    refute_empty fonts
    assert(fonts.all? { |font| at(reader, font[:FontDescriptor])&.key?(:FontFile2) })
  end
end
