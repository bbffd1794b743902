# frozen_string_literal: true

require_relative "../support/store_case"

class RatingsTest < StoreCase
  def sign(lot, **what_if) = Actions::SignRating.call(lot_id: lot.id, person_id: person.id, what_if: what_if)

  def test_a_signed_rating_stays_as_it_was
    made = lot_with_breaks(8.1, 8.4, 7.9, 8.2)
    signed = sign(made)
    before = Models::SignedRating[signed.id].statement
    judge(peak(made, "3.0"), "break")

    assert_equal before, Models::SignedRating[signed.id].statement
    refute Actions::ShowLot.call(lot_id: made.id)[:summary][:signed_current]
  end

  def test_a_frozen_rating_is_computed_again_to_the_last_digit
    made = lot_with_breaks(8.1, 8.4, 7.9, 8.2, claim_newtons: 7000.0, claim_measure: "strength", claim_kind: "minimum", requirement_newtons: 1000.0, factor_low: 4.0, factor_high: 9.0)
    judge(peak(made, "9.1"), "void", reason: "wrong pin")
    signed = Models::SignedRating[sign(made, factor: 6.0).id]

    assert_equal signed.statement, JSON.parse(JSON.generate(Actions::RecomputeRating.call(signed.inputs).to_h))
  end

  # Kept from version 0.1.0 with rules 1: these figures may never change under these rules.
  def test_ratings_kept_from_earlier_versions_give_the_same_figures
    kept = JSON.parse(fixture("kept_ratings.json"))

    refute_empty kept
    kept.each { |rating| assert_kept rating["statement"], JSON.parse(JSON.generate(Actions::RecomputeRating.call(rating["inputs"]).to_h)).slice(*rating["statement"].keys) }
  end

  # Every word and every figure as stated; the numbers behind them to twelve digits, since a mathematics library may differ in the last one.
  def assert_kept(expected, actual, at = "statement")
    case expected
    when Hash then expected.each { |key, value| assert_kept(value, actual.fetch(key), "#{at}.#{key}") }
    when Float then assert_in_epsilon expected, actual, 1e-12, at
    when nil then assert_nil actual, at
    else assert_equal expected, actual, at
    end
  end

  def test_what_was_tried_and_signed_becomes_the_lots_own
    made = lot_with_breaks(8.1, 8.4, 7.9, 8.2)
    sign(made, factor: 7.0, school: "lowest")

    assert_equal ["lowest", 7.0], [made.refresh.school, made.design_factor]
    assert_equal "done", Actions::ShowLot.call(lot_id: made.id)[:summary][:next_step]
  end

  def test_a_factor_outside_its_row_is_not_laid_at_its_door
    made = lot_with_breaks(8.1, 8.4, 7.9, 8.2, design_factor: 5.0, design_factor_key: "lifting-general")
    source = ->(factor) { Actions::RateLot.call(lot_id: made.id, what_if: { factor: factor }).statement.to_h[:factor_source] }

    assert_match(/\AGeneral lifting gear/, source.call(6.0))
    assert_match(/outside 4 to 6 of/, source.call(12.0))
    signed = sign(made, factor: 12.0, marking_step: 0.05)
    assert_match(/outside 4 to 6 of/, Models::SignedRating[signed.id].statement["factor_source"])
    assert Actions::ShowLot.call(lot_id: made.id)[:summary][:signed_current]
  end

  def test_there_is_nothing_to_sign_without_a_minimum
    assert_raises(MildAnvil::InsufficientData) { sign(lot_with_breaks(8.1)) }
  end

  def test_a_change_by_somebody_else_is_not_overwritten
    made = lot
    Actions::SaveLot.change(lot_id: made.id, values: { material: "A" }, person_id: person.id, version: made.version)
    assert_raises(MildAnvil::Conflict) { Actions::SaveLot.change(lot_id: made.id, values: { material: "B" }, person_id: person.id, version: made.version) }
    assert_equal "A", made.refresh.material
  end

  def test_the_rack_finds_and_pages
    lot(name: "Anchor of the east wall")
    found = Actions::ListLots.call(query: "east wall")

    assert_equal(["Anchor of the east wall"], found[:jobs].flat_map { |j| j[:lots].map { |l| l[:name] } })
    assert_equal 0, Actions::ListLots.call(query: "100% sure_")[:total]
    assert_equal([found[:jobs][0][:lots][0][:id]], Actions::FindAnything.call(query: "east wall")[:lots].map { |l| l[:id] })
  end

  def test_today_lists_what_waits
    made = lot
    peak(made, "8.1")
    waiting = Actions::Today.call[:waiting].to_h { |g| [g[:step], g[:lots].map { |l| l[:id] }] }

    assert_includes waiting["judge"], made.id
  end

  def test_papers_say_what_the_screen_says
    made = lot_with_breaks(8.1, 8.4, 7.9, 8.2, claim_newtons: 7000.0, claim_measure: "strength", claim_kind: "minimum", marking_step: 0.1)
    import(made, log_text(peak_newtons: 8300))
    judge(made.refresh.pulls.last, "break", failed_part: "specimen", zone: "stitching", mode: "torn")
    stated = Actions::RateLot.call(lot_id: made.id).statement.to_h
    csv, json, pdf = %w[csv json pdf].map { |format| Actions::ExportRating.draft(lot_id: made.id, format: format).content }

    assert_includes csv, "# minimum,#{stated[:minimum][:text]} kN"
    assert_equal stated[:minimum][:text], JSON.parse(json).dig("statement", "minimum", "text")
    words = pdf_words(pdf)
    [stated[:minimum][:text], stated[:working_load_limit][:text], "DRAFT", "Force over time", "stitching", MildAnvil::Core::Rating::Caution::TEXT.split.first(6).join(" ")].each { |text| assert_includes words, text }
    assert_raises(MildAnvil::InvalidInput) { Actions::ExportRating.draft(lot_id: made.id, format: "doc") }
  end

  def test_a_signed_paper_names_the_signer_and_an_empty_lot_still_prints
    signed = sign(lot_with_breaks(8.1, 8.4, 7.9))

    assert_includes pdf_words(Actions::ExportRating.signed(rating_id: signed.id, format: "pdf").content), "signed by #{person.name}"
    assert_includes pdf_words(Actions::ExportRating.draft(lot_id: lot.id, format: "pdf").content), "No minimum"
  end

  def pdf_words(bytes)
    require "pdf-reader"
    PDF::Reader.new(StringIO.new(bytes)).pages.map(&:text).join(" ").gsub(/\s+/, " ")
  end
end
