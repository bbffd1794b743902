# frozen_string_literal: true

require_relative "../../support/store_case"
require "pdf-reader"

# Whose papers they are, in which language, how they stand, and what their code opens.
class PapersOfALaboratoryTest < StoreCase
  MARK = File.binread(File.expand_path("../../../demo/mark.png", __dir__))

  def keep(**values) = Actions::Papers::Laboratory.keep(values: values, person_id: person.id)
  def reader(bytes) = PDF::Reader.new(StringIO.new(bytes))
  def text(bytes) = reader(bytes).pages.map { |page| page.text.gsub(/\s+/, " ") }.join(" ")

  def paper(statement, format: "pdf", **rest)
    Actions::ExportStatement.signed(statement_id: statement.id, format: format, **rest).content
  end

  def withdraw(statement, reason: "the cell was wrong", sha256: statement.sha256)
    Actions::WithdrawStatement.call(statement_id: statement.id, sha256: sha256, reason: reason, person_id: reviewer.id)
  end

  def test_name_address_mark_and_terms_stand_on_the_next_paper_and_not_on_the_last
    made = lot_with_breaks(8.1, 8.4, 7.9, 8.2)
    first = sign(made)
    before = paper(first)
    mark = Actions::SaveItemType.keep_picture(name: "mark.png", bytes: MARK, person_id: person.id)
    keep(name: "Weir Laboratory", address: "Lane 12", terms: "Handed on whole.", mark_id: mark.id)
    judge(made.pulls.first, "void", reason: "wrong pin")
    second = sign(made, revision_reason: "a pull was void", fewer_reason: "enough")

    assert_match(/Weir Laboratory.*Lane 12.*Handed on whole\./, text(paper(second)))
    assert_equal 1, images(paper(second))
    refute_includes text(before), "Weir"
    assert_equal before, Models::Document.first(statement_id: first.id, format: "pdf", standing: "").content.b
  end

  def images(bytes) = reader(bytes).pages.first.xobjects.values.count { |one| one.hash[:Subtype] == :Image }

  def test_a_part_that_is_kept_leaves_the_others
    keep(name: "Weir Laboratory", terms: "Whole.")
    keep(name: "Lane Laboratory")
    shown = Actions::Papers::Laboratory.show

    assert_equal ["Lane Laboratory", "Whole.", "en", person.name], shown.values_at(:name, :terms, :language, :person)
    assert_equal 2, Models::Laboratory.count
  end

  def test_what_is_no_language_address_or_mark_is_refused_by_name
    ["https://a.example/\"onx", "https://a.example/'", "https://a.example/<b>", "https://a\"b.example/", "https:///",
     "https://u:p@a.example/", "https://a.example/\\x", "https://a.example/\nx"].each do |link|
      assert_raises(MildAnvil::InvalidInput, link) { keep(link: link) }
    end
    error = assert_raises(MildAnvil::InvalidInput) { keep(language: "xx", link: "javascript:alert(1)", mark_id: 99_999) }

    assert_equal %i[language link mark_id], error.details[:fields].keys
    assert_equal 0, Models::Laboratory.count
  end

  def test_a_paper_in_another_language_is_drawn_once_and_has_its_marks
    signed = sign(lot_with_breaks(8.11, 8.42, 7.93, 8.2))
    german = paper(signed, language: "de")
    figure = JSON.parse(signed.body).dig("content", "minimum", "text").tr(".", ",")

    assert_includes text(german), "Mindestbruchkraft: mindestens #{figure} kN."
    assert_match(/Versuch Prüfling Wert \(kN\)/, text(german))
    assert_includes text(german), "abgelesen 8,11 kN"
    assert_equal german, paper(signed, language: "de")
    refute_equal german, paper(signed)
    assert_includes text(paper(signed)), "Minimum breaking strength: at least"
    assert_equal %w[de en], Models::Document.where(statement_id: signed.id, format: "pdf").select_order_map(:language)
  end

  def test_papers_are_drawn_in_the_language_of_the_laboratory
    keep(language: "fr")
    signed = sign(lot_with_breaks(8.1, 8.4, 7.9, 8.2))

    assert_includes text(paper(signed)), "Déclaration de charge nominale"
    assert_equal(["fr"], Models::Document.where(statement_id: signed.id, format: "pdf").select_map(:language))
    assert_raises(MildAnvil::InvalidInput) { paper(signed, language: "xx") }
  end

  def test_a_superseded_paper_says_so_and_the_first_one_is_kept
    made = lot_with_breaks(8.1, 8.4, 7.9, 8.2)
    first = sign(made)
    before = paper(first)
    judge(made.pulls.first, "void", reason: "wrong pin")
    sign(made, revision_reason: "a pull was void", fewer_reason: "enough")
    after = paper(first.refresh)

    refute_includes text(before), "SUPERSEDED"
    assert_includes text(after), "SUPERSEDED 2: a pull was void"
    assert_equal before, Models::Document.first(statement_id: first.id, format: "pdf", standing: "").bytes
    assert_includes paper(first, format: "csv"), "# standing,superseded"
  end

  def test_a_withdrawn_statement_is_marked_and_can_neither_be_reviewed_nor_withdrawn_again
    signed = sign(lot_with_breaks(8.1, 8.4, 7.9, 8.2))
    withdrawn = withdraw(signed)

    assert_match(/WITHDRAWN #{reviewer.name}, \d{4}-\d\d-\d\d: the cell was wrong/, text(paper(withdrawn)))
    assert_equal "the cell was wrong", Actions::StatementRow.call(withdrawn).dig(:withdrawn, :reason)
    assert_equal withdrawn.withdrawal.id, withdraw(withdrawn).withdrawal.id, "the same act again is the same answer"
    assert_raises(MildAnvil::Conflict) { withdraw(withdrawn, reason: "another one") }
    assert_raises(MildAnvil::Conflict) do
      Actions::CountersignStatement.call(statement_id: signed.id, sha256: signed.sha256, person_id: reviewer.id)
    end
  end

  def test_after_a_withdrawal_the_lot_waits_for_a_signature_and_may_be_signed_as_it_was
    made = lot_with_breaks(8.1, 8.4, 7.9, 8.2)
    withdraw(sign(made))

    refute summary(made)["signed_current"]
    assert_equal 2, sign(made, revision_reason: "it was right after all").number
    assert summary(made)["signed_current"]
  end

  def test_a_mark_that_cannot_be_printed_is_refused_when_it_is_kept
    harmed = DATABASE[:attachments].insert(uid: "A" * 26, name: "mark.png", media_type: "image/png", byte_count: 20,
                                           content: Sequel.blob(MARK[0, 20]), person_id: person.id,
                                           sha256: OpenSSL::Digest::SHA256.hexdigest(MARK[0, 20]), created_at: Time.now)

    assert_raises(MildAnvil::InvalidInput) { keep(mark_id: harmed) }
  end

  def test_nobody_withdraws_what_they_did_not_see_or_without_a_reason
    signed = sign(lot_with_breaks(8.1, 8.4, 7.9, 8.2))

    assert_raises(MildAnvil::Conflict) { withdraw(signed, sha256: "a" * 64) }
    assert_raises(MildAnvil::InvalidInput) { withdraw(signed, reason: "  ") }
    assert_equal 0, Models::StatementWithdrawal.count
  end

  def test_the_code_of_a_paper_opens_its_record
    made = lot_with_breaks(8.1, 8.4, 7.9, 8.2)
    signed = sign(made)

    assert_equal "/lots/#{made.id}/papers", Actions::Papers::Records.path(signed.uid)
    assert_equal "/lots/#{made.id}/papers", Actions::Papers::Records.path(made.uid)
    assert_raises(MildAnvil::NotFound) { Actions::Papers::Records.path("0" * 26) }
    keep(link: "http://bench.example:4870/")
    assert_equal "http://bench.example:4870/record/#{signed.uid}",
                 Actions::Papers::Head.call(title: "Rating statement", name: "x", record: signed).link
  end

  def test_a_break_report_states_every_pull_and_no_minimum
    made = lot_with_breaks(8.11, 8.42, 7.93)
    judge(peak(made, "3.20"), "void", reason: "wrong pin")
    report = Actions::Papers::BreakReport.call(lot_id: made.id)
    printed = text(report.content)

    assert_includes printed, "Pulls: 3 break, 1 void."
    assert_includes printed, "3 breaks: mean 8.15 kN, lowest 7.93 kN, highest 8.42 kN."
    assert_match(/Judged by #{person.name}/, printed)
    refute_match(/Minimum breaking|Working load limit|PREVIEW/, printed)
  end
end

# Tags carry a working load: only of a statement that is in force and reviewed.
class TagsOfAStatementTest < StoreCase
  def tags(statement, **rest) = Actions::Papers::Tags.call(statement_id: statement.id, **rest)

  def review(signed)
    Actions::CountersignStatement.call(statement_id: signed.id, sha256: signed.sha256, person_id: reviewer.id)
  end

  def test_a_tag_says_the_working_load_and_what_it_rests_on
    made = lot_with_breaks(8.11, 8.42, 7.93, 8.2, terms: { design_factor: 5.0 })
    signed = review(sign(made))
    content = JSON.parse(signed.body)["content"]
    pages = PDF::Reader.new(StringIO.new(tags(signed, count: 30, language: "de").content)).pages.map(&:text)

    assert_equal 2, pages.size
    assert_equal 30, pages.join.scan("#{content.dig('working_load_limit', 'text').tr('.', ',')} kN").size
    assert_includes pages.first, "Mindestbruchkraft #{content.dig('minimum', 'text').tr('.', ',')} kN"
    assert_includes pages.first, "Faktor 5"
  end

  def test_no_tags_before_the_review_nor_after_a_withdrawal
    signed = sign(lot_with_breaks(8.1, 8.4, 7.9, 8.2))
    assert_raises(MildAnvil::Conflict) { tags(signed) }
    reviewed = review(signed)
    tags(reviewed)
    withdrawn = Actions::WithdrawStatement.call(statement_id: signed.id, sha256: signed.sha256, reason: "no",
                                                person_id: reviewer.id)

    assert_raises(MildAnvil::Conflict) { tags(withdrawn) }
  end
end
