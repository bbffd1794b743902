# frozen_string_literal: true

require_relative "../test_helper"

# The table of words: whole, with the same places in every language; figures and days by each one's marks.
class PaperWordsTest < CoreCase
  Words = MildAnvil::Documents::PaperWords
  OTHERS = (Words::LANGUAGES.keys - ["en"]).freeze

  def test_every_row_has_every_language_and_the_same_places
    refute_empty Words.table
    Words.table.each do |english, row|
      assert_equal OTHERS.sort, row.keys.sort, english
      row.each_value do |text|
        refute_empty text.strip, english
        assert_equal english.scan(/%<\w+>[sd]|%%/).sort, text.scan(/%<\w+>[sd]|%%/).sort, english
      end
    end
  end

  # Every heading, name and head that the papers are drawn with, as it stands in their source.
  def test_no_heading_or_name_is_missing
    wanted = Dir[File.expand_path("../../lib/mild_anvil/documents/*.rb", __dir__)].flat_map do |file|
      File.read(file).scan(/(?:heading\(|heading |words\[|\bt\(|TITLE = )"([^"#]+)"/).flatten
    end

    assert_operator wanted.uniq.size, :>, 40
    assert_empty wanted.uniq - Words.table.keys
  end

  def test_every_school_measurand_and_month_has_its_words
    schools = MildAnvil::Core::Rating::Schools.all.map { |school| school::NAME }
    measurands = MildAnvil::Catalogue.measurands.flat_map { |one| [one.strength, one.limit, one.load] }

    assert_empty (schools + measurands + Date::MONTHNAMES.compact) - Words.table.keys
  end

  def test_figures_have_the_mark_of_their_language
    assert_equal "6.80 kN", Words.new("en").figure("6.80 kN")
    assert_equal "6,80 kN", Words.new("de").figure("6.80 kN")
    assert_equal "ISO 7500-1. Then 6,8", Words.new("fr").figure("ISO 7500-1. Then 6.8")
  end

  def test_days_are_written_as_each_language_does
    day = Date.new(2026, 3, 7)

    assert_equal(["7 March 2026", "7. März 2026", "7 mars 2026"], %w[en de fr].map { |key| Words.new(key).day(day) })
  end

  def test_what_is_not_in_the_table_stays_english_and_is_told
    words = Words.new("de")

    assert_equal "No such words", words["No such words"]
    assert_equal ["No such words"], words.missing
    assert_raises(MildAnvil::InvalidInput) { Words.new("xx") }
  end
end
