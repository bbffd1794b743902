# frozen_string_literal: true

require_relative "../support/store_case"
require "pdf-reader"

# What is said before the force is seen, revealed and held against what is judged then.
class BlindTest < StoreCase
  def made = @made ||= lot
  def pulls = @pulls ||= [8.1, 8.4, 2.0].map { |force| peak(made, force.to_s) }
  def say(pull, **words) = Actions::JudgeBlind.call(pull_id: pull.id, person_id: person.id, is_void: false, **words)
  def following = Actions::JudgeBlind.following(lot_id: made.id, person_id: person.id)

  def test_a_pull_is_shown_without_force_number_or_group
    pulls
    shown = following

    assert_equal [3, "sewn_loop"], shown.values_at(:left, :item_type)
    assert_equal %i[id code shape photos], shown[:pull].keys
    refute_match(/8\.1|8100|Loop/, JSON.generate(shown))
    assert_equal shown, following # the same one until something was said of it
  end

  def test_a_curve_is_shown_without_its_scales
    import(made, log_text(peak_newtons: 4321))
    shape = following[:pull][:shape]

    assert_in_delta 1.0, shape.max, 1e-9
    assert_operator shape.size, :>, 50
  end

  def test_pulls_of_the_whole_study_are_mixed
    study = Actions::SaveStudy.call(job_id: job.id, name: "Bars", person_id: person.id,
                                    factors: [{ name: "Bars", levels: [{ name: "4" }, { name: "6" }] }])
    other = lot(name: "Other")
    [made, other].zip(study.factors.first.levels) do |one, level|
      Actions::AssignLevels.call(lot_id: one.id, level_ids: [level.id], person_id: person.id)
    end
    pulls
    peak(other, "9.0")

    assert_equal 4, following[:left]
  end

  def test_what_was_said_is_kept_and_the_next_one_follows
    first = following.then { pulls && following[:pull][:id] }
    pull = Models::Pull[first]
    row = say(pull, failed_part: "specimen", zone: "stitching", once_key: "abcdefgh1")

    assert_equal row.id, say(pull, failed_part: "specimen", zone: "stitching", once_key: "abcdefgh1").id
    assert_equal [pull.id, made.name], Actions::JudgeBlind.revealed(pull).values_at(:pull_id, :lot)
    refute_equal first, following[:pull][:id]
    assert_equal [person.name, "stitching"], Actions::ShowPull.call(pull_id: pull.id)[:blind].values_at(:person, :zone)
  end

  def test_judging_otherwise_needs_a_reason_and_both_are_kept
    say(pulls.first, failed_part: "specimen", zone: "stitching")
    error = assert_raises(MildAnvil::InvalidInput) { judge(pulls.first, "break", failed_part: "specimen", zone: "pin") }

    assert_match(/said otherwise before the force was seen \(zone\): say why/, error.message)
    judge(pulls.first, "break", failed_part: "specimen", zone: "pin", reason: "seen on the photo")
    assert_equal %w[stitching pin], [Models::BlindJudgement.first.zone, Models::Judgement.last.zone]
    say(pulls.last, is_void: true, reason: "glue was not dry")
    assert_raises(MildAnvil::InvalidInput) { judge(pulls.last, "break", failed_part: "specimen") }
    judge(pulls.last, "void", reason: "glue was not dry")
  end

  def test_the_paper_says_what_was_judged_blind_and_what_was_changed
    say(pulls[0], failed_part: "specimen", zone: "stitching")
    say(pulls[1], failed_part: "specimen", zone: "stitching")
    judge(pulls[0], "break", failed_part: "specimen", zone: "stitching")
    judge(pulls[1], "break", failed_part: "specimen", zone: "pin", reason: "seen on the photo")
    judge(pulls[2], "break", failed_part: "specimen")
    inputs = Actions::RateLot.call(lot_id: made.id).inputs["pulls"]
    assert_equal [person.name, "stitching"], inputs[1]["blind"].values_at("person", "zone")
    refute inputs[2].key?("blind")
    paper = Actions::ExportStatement.preview(lot_id: made.id, format: "pdf").content
    words = PDF::Reader.new(StringIO.new(paper)).pages.map(&:text).join(" ").gsub(/\s+/, " ")

    assert_match(/before force and group were shown: pulls 1, 2\. Changed afterwards, with its reason above: pull 2\./,
                 words)
  end

  def test_nobody_says_blind_what_was_seen_and_a_void_has_a_cause
    judge(pulls.first, "break", failed_part: "specimen")

    assert_raises(MildAnvil::Conflict) { say(pulls.first, failed_part: "specimen") }
    assert_raises(MildAnvil::InvalidInput) { say(pulls[1], is_void: true) }
    assert_raises(MildAnvil::InvalidInput) { say(pulls[1]) }
    assert_empty Models::BlindJudgement.all
  end

  def test_a_void_is_not_made_by_the_value_alone
    ["too low", "outlier", "It was much too weak.", "an outlier"].each do |words|
      error = assert_raises(MildAnvil::InvalidInput) { judge(pulls.last, "void", reason: words) }

      assert_match(/is the value itself/, error.message)
    end
    ["low because the glue was wet", "jaw slipped", "wrong pin"].each do |words|
      judge(pulls.last, "void", reason: words)
    end
  end

  def test_places_and_what_was_expected_are_said_of_the_lot
    [8.1, 8.4, 8.2].each { |force| judge(peak(made, force.to_s), "break", failed_part: "specimen", zone: "stitching") }
    words = Actions::FoundWords.call(Actions::LotFacts.new(made), 8000.0)

    assert_match(/3 of 3 gave way at the stitching/, words.first)
    assert_includes words, "Expected 8.00 kN, found 8.23 kN on average: 3 % more."
    assert_empty Actions::FoundWords.call(Actions::LotFacts.new(lot), nil)
  end
end
