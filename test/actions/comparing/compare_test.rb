# frozen_string_literal: true

require_relative "../../support/store_case"
require "pdf/reader"

# Lots set against each other, and what was concluded and signed.
class CompareTest < StoreCase
  Comparing = Actions::Comparing

  def one = @one ||= lot_with_breaks(8.1, 8.4, 7.9, 8.2, name: "Loop, four bars")
  def other = @other ||= lot_with_breaks(9.3, 9.6, 9.1, 9.4, name: "Loop, six bars")

  def compare(lot_id: one.id, **asked)
    other
    Comparing::ShowCompare.new(lot_id: lot_id, **asked)
  end

  def conclude(shown, keys: ["pair-1"], by: person, **rest)
    Comparing::Conclude.call(lot_id: shown.lot.id, sha256: shown.sha256(shown.study), keys: keys, person_id: by.id,
                             with: shown.call[:with], **rest)
  end

  def test_the_lots_of_the_job_are_compared_at_once
    page = compare.call

    assert_equal [[other.id], "strength", ["strength"]], page.values_at(:with, :by, :available)
    assert_equal "“Loop, six bars” carries 1.20 kN more than “Loop, four bars”, between 0.83 and 1.57 kN with 95 %.",
                 page[:study]["pair"]["sentences"].first
    assert_equal([other.id], page[:choices].map { |choice| choice[:id] })
    assert_nil Comparing::ShowCompare.new(lot_id: one.id, with: []).call[:study]
  end

  def test_what_is_only_a_bound_counts_and_a_void_is_drawn_and_does_not
    peak(other, "9.9").then { |pull| judge(pull, "at_least", failed_part: "connector", reason: "pin bent") }
    peak(other, "2.0").then { |pull| judge(pull, "void", reason: "wrong pin") }
    study = compare.study
    group = study["groups"].find { |g| g["key"] == other.id }

    assert_equal %w[at_least break break break break void], group["marks"].map { |m| m["counts_as"] }.sort
    assert_equal "fitted", study["pair"]["method"]
    assert_operator study["pair"]["difference"]["value_si"], :<, -1200
  end

  def test_another_measurand_is_not_compared
    torque = lot(name: "Bolt", measurand: "torque", direction: "torsion", display_unit: "N·m")

    assert_equal [other.id], compare(with: [other.id, torque.id]).call[:with]
  end

  def test_levels_of_a_study_make_factors_and_the_lots_of_the_study_come_first
    study = Actions::SaveStudy.call(job_id: job.id, name: "Bars", person_id: person.id,
                                    factors: [{ name: "Bars", kind: "quantity", unit: "bars",
                                                levels: [{ name: "4", value: 4 }, { name: "6", value: 6 }] }])
    [one, other].zip(study.factors.first.levels) do |made, level|
      Actions::AssignLevels.call(lot_id: made.id, level_ids: [level.id], person_id: person.id)
    end
    lot_with_breaks(5.0, 5.1, name: "Beside the study")
    page = compare.call

    assert_equal [other.id], page[:with]
    assert_equal "yes: 1.20 kN from 4 to 6", page[:study]["effects"]["rows"].first["text"]
  end

  def test_other_findings_are_compared_where_the_curves_give_them
    [one, other].zip([800, 950]) do |made, top|
      2.times do |i|
        import(made, log_text(peak_newtons: top + (i * 7))).then do |p|
          judge(p, "break", failed_part: "specimen")
        end
      end
    end
    page = compare(by: "stiffness").call
    groups = page[:study]["groups"]

    assert_includes page[:available], "stiffness"
    assert_equal "kN/m", page[:study]["unit"]
    assert_equal([2, 2], groups.map { |group| group["marks"].size }) # typed pulls have no curve
  end

  def test_what_a_piece_takes_is_kept_row_by_row
    Comparing::Makings.keep(lot_id: one.id, values: { cost: 4.0, minutes: 10.0 }, person_id: person.id)
    Comparing::Makings.keep(lot_id: one.id, values: { cost: 5.0 }, person_id: person.id)
    Comparing::Makings.keep(lot_id: other.id, values: { cost: 3.0 }, person_id: person.id)

    assert_equal [5.0, nil, 10.0], Comparing::Makings.shown(one.id).values_at(:cost, :grams, :minutes)
    assert_equal 3, Models::Making.where(lot_id: [one.id, other.id]).count
    assert_match(/For its cost “Loop, six bars” gives most/, compare.study["worth"].first["in_words"])
    assert_raises(MildAnvil::InvalidInput) do
      Comparing::Makings.keep(lot_id: one.id, values: { cost: 0.0 }, person_id: person.id)
    end
  end

  def test_what_is_concluded_is_what_was_seen
    row = conclude(compare, keys: %w[pair-1 pair-3], words: "Six bars from now on.")
    body = row.frozen_body

    assert_equal ["“Loop, six bars” carries 1.20 kN more", 2], [body["sentences"].first[0, 37], body["sentences"].size]
    assert_equal [1, row.sha256, [one.id, other.id]], [row.number, OpenSSL::Digest::SHA256.hexdigest(row.body),
                                                       Comparing::Conclusions.shown(row)[:lots]]
    assert_equal %w[concluded], row.signatures.map(&:meaning)
    assert_match(/\A%PDF/, Comparing::Papers.read(row.id).last)
    assert_equal 1, shown(other)[:comparison][:conclusions]
  end

  def test_nobody_concludes_what_they_did_not_see
    seen = compare
    sha256 = seen.sha256(seen.study)
    judge(other.pulls.first, "void", reason: "wrong pin")
    error = assert_raises(MildAnvil::Conflict) do
      Comparing::Conclude.call(lot_id: one.id, sha256: sha256, keys: ["pair-1"], with: [other.id], person_id: person.id)
    end

    assert_match(/says something else by now/, error.message)
    assert_raises(MildAnvil::InvalidInput) { conclude(compare, keys: ["pair-9"]) }
    assert_raises(MildAnvil::InvalidInput) { conclude(compare, keys: []) }
    assert_empty Models::Conclusion.all
  end

  def test_the_same_is_not_signed_twice_and_a_double_click_is_one
    first = conclude(compare, once_key: "abcdefgh1")

    assert_equal first.id, conclude(compare, once_key: "abcdefgh1").id
    assert_match(/Conclusion 1 says the same/, assert_raises(MildAnvil::InvalidInput) { conclude(compare) }.message)
    assert_equal 2, conclude(compare, keys: ["pair-2"]).number
  end

  def test_somebody_else_reviews_it_once_and_each_paper_is_kept
    row = conclude(compare)
    assert_equal([[row.id, one.name]], Actions::Today.call[:conclusions].map { |r| r.values_at(:id, :lot) })
    review = ->(who) { Comparing::Review.call(id: row.id, sha256: row.sha256, person_id: who.id) }
    assert_raises(MildAnvil::Forbidden) { review.call(person) }
    first = Comparing::Papers.read(row.id).last
    review.call(reviewer)

    assert_predicate row.refresh, :reviewed?
    assert_empty Actions::Today.call[:conclusions]
    refute_equal first, Comparing::Papers.read(row.id).last
    assert_equal 2, row.papers.size
    spoken_in_german(row)
    assert_raises(MildAnvil::Conflict) { review.call(add_person("reviewer")) }
    assert_raises(MildAnvil::Conflict) { Comparing::Review.call(id: row.id, sha256: "a" * 64, person_id: reviewer.id) }
  end

  def spoken_in_german(row)
    german = Comparing::Papers.read(row.id, language: "de").last

    assert_includes PDF::Reader.new(StringIO.new(german)).pages.map(&:text).join, "Schlussfolgerung"
    assert_equal german, Comparing::Papers.read(row.id, language: "de").last
    assert_raises(MildAnvil::InvalidInput) { Comparing::Papers.read(row.id, language: "it") }
  end

  def test_a_demonstration_concludes_nothing
    show = Actions::CreateJob.call(customer: "x", title: "Show", purpose: "demonstration", person_id: person.id)
    @job = show

    assert_raises(MildAnvil::InvalidInput) { conclude(compare) }
  end

  # Whatever a comparison rests on is seen at the next look, though it was kept.
  def test_a_change_of_levels_of_making_or_of_a_finding_is_seen_at_once
    study = Actions::SaveStudy.call(job_id: job.id, name: "Bars", person_id: person.id,
                                    factors: [{ name: "Bars", levels: [{ name: "4" }, { name: "6" }] }])
    assert_empty compare(with: [other.id]).study["effects"]["rows"]
    [one, other].zip(study.factors.first.levels) do |made, level|
      Actions::AssignLevels.call(lot_id: made.id, level_ids: [level.id], person_id: person.id)
    end
    assert_equal(["Bars"], compare(with: [other.id]).study["effects"]["rows"].map { |row| row["name"] })
    assert_empty compare(with: [other.id]).study["worth"]
    [one, other].each { |made| Comparing::Makings.keep(lot_id: made.id, values: { cost: 2.0 }, person_id: person.id) }
    refute_empty compare(with: [other.id]).study["worth"]
  end

  def residuals
    compare(by: "residual", with: [other.id]).study["groups"].map { |g| g["marks"].map { |m| m["value_si"] } }
  end

  def test_a_finding_that_was_overruled_is_compared_as_overruled_and_a_stiffness_is_no_force
    pulls = [one, other].map { |made| import(made, log_text).tap { |p| judge(p, "break", failed_part: "specimen") } }
    stiff = -> { compare(by: "stiffness", with: [other.id]).study["groups"].first["marks"].map { |m| m["value_si"] } }
    before = stiff.call
    overrule = lambda do |kind, text|
      Actions::OverruleFinding.call(pull_id: pulls.first.id, kind: kind, ordinal: 0, reason: "seen on the film",
                                    typed: { text: text, unit: "kN" }, person_id: person.id)
    end
    residuals
    overrule.call("residual", "0.3")
    overrule.call("stiffness", "0.3")

    assert_includes residuals.first, 300.0
    assert_equal before, stiff.call
  end

  def test_what_did_not_break_bounds_its_energy_and_not_its_stiffness
    import(one, log_text).then { |p| judge(p, "at_least", failed_part: "connector", reason: "pin bent") }
    import(other, log_text(peak_newtons: 950)).then { |p| judge(p, "break", failed_part: "specimen") }
    kinds = %w[energy stiffness].map do |by|
      compare(by: by, with: [other.id]).study["groups"].flat_map { |g| g["marks"].map { |m| m["counts_as"] } }
    end

    assert_equal [%w[at_least break], %w[break break]], kinds
  end

  def test_looking_twice_computes_once
    compare.call
    MildAnvil::Core::Compare::Study.stub(:new, ->(*) { flunk "computed twice" }) { compare.call }
  end
end
