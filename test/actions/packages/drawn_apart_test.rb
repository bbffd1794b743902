# frozen_string_literal: true

require_relative "../../support/committed_case"
require_relative "../../support/package_folder"

# A paper in another language is drawn for whoever opens it, here and elsewhere: a look keeps nothing from coming home.
class PapersDrawnApartTest < CommittedCase
  include PackageFolder

  Comparing = Actions::Comparing

  def made
    one, other = [[8.1, 8.4, 8.0], [9.1, 9.4, 9.0]].map { |forces| lot_with_breaks(*forces) }
    sign(one)
    shown = Comparing::ShowCompare.new(lot_id: one.id, with: [other.id])
    Comparing::Conclude.call(lot_id: one.id, sha256: shown.sha256(shown.study), keys: ["pair-1"], with: [other.id],
                             person_id: person.id)
    one.job_id
  end

  # As somebody who only looks.
  def open_in_german
    Actions::ExportStatement.signed(statement_id: Models::Statement.first.id, format: "pdf", language: "de")
    Comparing::Papers.read(Models::Conclusion.first.id, language: "de")
    [Models::Document.first(language: "de"), Models::ConclusionPaper.first(language: "de")].map(&:uid)
  end

  def sound = Actions::Verify::Evidence.call.reject(&:sound?).map(&:in_words)
  def left = Actions::Verify::Evidence.call.find { |found| found.kind == "documents" }.left

  def test_both_sides_keep_the_paper_that_they_handed_out
    job_id = made
    plain = write("plain", job_id: job_id)
    elsewhere = open_in_german
    drawn = write("drawn", job_id: job_id)
    OwnerDatabase.empty
    administrator = add_person("administrator")
    bring(plain, by: administrator)
    here = open_in_german

    assert_equal [[], 0], [sound, left]
    told = bring(drawn, by: administrator)
    assert_equal(0, told[:counts].sum { |row| row[:new] })
    assert_empty(elsewhere & here)
    assert_equal here, open_in_german
    assert_equal [[], 0], [sound, left]
  end

  def test_what_was_drawn_elsewhere_is_handed_out_where_nobody_drew_it
    job_id = made
    elsewhere = open_in_german
    drawn = write("drawn", job_id: job_id)
    OwnerDatabase.empty
    bring(drawn, by: add_person("administrator"))

    assert_equal [elsewhere, [], 0], [open_in_german, sound, left]
  end
end
