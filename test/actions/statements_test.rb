# frozen_string_literal: true

require_relative "../support/store_case"
require_relative "../support/kept"
require "minitest/mock"

# Nobody can sign what they did not see; what is signed stays as it is.
class StatementsTest < StoreCase
  FORCES = [8.1, 8.4, 7.9, 8.2].freeze

  def made = @made ||= lot_with_breaks(*FORCES)
  def refused(&block) = assert_raises(MildAnvil::InvalidInput, &block).details[:fields]

  def test_a_statement_is_bound_to_what_was_seen
    seen = computed(made).sha256
    judge(made.pulls.first, "void", reason: "wrong pin")
    error = assert_raises(MildAnvil::Conflict) do
      Actions::SignStatement.call(lot_id: made.id, sha256: seen,
                                  person_id: person.id)
    end

    assert_equal ["pull 1 was break and is void by #{person.name}"], error.details[:changed]
    assert_empty made.statements_dataset.all
  end

  def test_other_changes_are_named_too
    seen = computed(made).sha256
    break_at(made, "6.0")
    Actions::SaveLot.change(lot_id: made.id, values: { material: "Nylon", claims: [claim("9")] }, person_id: person.id)
    Actions::CorrectReading.call(pull_id: made.pulls[1].id, text: "8.5", unit: "kN", reason: "misread",
                                 person_id: person.id)
    error = assert_raises(MildAnvil::Conflict) do
      Actions::SignStatement.call(lot_id: made.id, sha256: seen,
                                  person_id: person.id)
    end

    assert_equal ["the material was not stated and is “Nylon”", "pull 2 has another reading", "pull 5 is new",
                  "the claims changed"],
                 error.details[:changed]
  end

  def test_a_hash_that_nobody_saw_is_refused
    assert_raises(MildAnvil::Conflict) do
      Actions::SignStatement.call(lot_id: made.id, sha256: "a" * 64,
                                  person_id: person.id)
    end
    other = computed(lot_with_breaks(8.0, 8.2, 8.1)).sha256
    assert_raises(MildAnvil::Conflict) do
      Actions::SignStatement.call(lot_id: made.id, sha256: other,
                                  person_id: person.id)
    end
  end

  def test_what_is_signed_is_what_the_paper_of_it_was_hashed_from
    signed = sign(made)
    body = JSON.parse(signed.body)

    assert_equal signed.sha256, OpenSSL::Digest::SHA256.hexdigest(signed.body)
    assert_equal [signed.sha256, "rated", person.id],
                 signed.signatures.first.values.values_at(:sha256, :meaning, :person_id)
    assert_equal body["inputs"]["pulls"].map { |p|
      p["judgement"]["id"]
    }, DATABASE[:statement_items].where(statement_id: signed.id).select_order_map(:judgement_id)
    assert_equal "review", summary(made)["next_step"]
  end

  def test_a_changed_text_is_noticed_before_it_is_handed_out
    signed = sign(made)
    signed.values[:body] = signed.body.sub("8100.0", "8900.0")

    assert_match(/another hash/, assert_raises(MildAnvil::Tampered) { signed.frozen_body }.message)
    paper = signed.documents.first
    paper.values[:content] = paper.content.sub("8", "9")
    assert_raises(MildAnvil::Tampered) { paper.bytes }
  end

  def test_unjudged_incomplete_and_outdated_pulls_are_refused_in_words
    break_at(made, "8.0").then { |pull| judge(pull, "void", reason: "x") && judge(pull, "break") }
    Actions::CorrectReading.call(pull_id: made.pulls.first.id, text: "8.2", unit: "kN", reason: "misread",
                                 person_id: person.id)
    peak(made, "8.3")
    wrong = refused { sign(made) }

    assert_equal({ unjudged: "pull 6 is not judged yet", incomplete: "pull 5 is judged without saying what failed",
                   outdated: "pull 1 is judged by a reading that was corrected or overruled since: judge again" },
                 wrong)
  end

  def test_fewer_pulls_than_planned_need_a_sentence
    few = lot_with_breaks(*FORCES, specimens_planned: 6)
    assert_match(/4 of 6 planned/, refused { sign(few) }[:fewer_reason])
    signed = sign(few, fewer_reason: "No more pieces were sent")

    assert_equal "No more pieces were sent", signed.fewer_reason
    assert_includes pdf_words(signed), "4 of 6 planned pulls: No more pieces were sent"
  end

  def test_a_limit_of_nothing_is_refused_and_never_signed
    coarse = lot_with_breaks(*FORCES, terms: { marking_step: { text: "50", unit: "kN" } })
    stated = computed(coarse).statement

    assert_nil stated["working_load_limit"]
    assert_match(/1\.\d+ kN lies below one marking step of 50 kN/, stated["limit_refusal"])
    assert_equal [:working_load_limit], refused { sign(coarse) }.keys
  end

  # A step of 50 N stays 50 N when the lot is shown in kilonewtons, and 0.05 kN stays that when it is shown in newtons.
  def test_a_marking_step_keeps_its_unit
    made = lot_with_breaks(20.8, 21.3, 21.0, display_unit: "kN", terms: { marking_step: { text: "50", unit: "N" } })
    limits = %w[kN N].map do |unit|
      Actions::SaveLot.change(lot_id: made.id, values: { display_unit: unit }, person_id: person.id)
      computed(made).statement["working_load_limit"]
    end

    assert_equal 1, limits.uniq.size
    assert_equal "N", limits[0]["unit"]
    assert_match(/\A\d{3,4}\z/, limits[0]["text"])
    assert_match(/\A\d\.\d[05]\z/, limits[0]["texts"]["kN"])
  end

  def test_a_demonstration_issues_nothing
    show = Actions::CreateJob.call(customer: "Fair", title: "Stand", purpose: "demonstration", person_id: person.id)
    @job = show

    assert_match(/demonstration issues no certificate/, refused { sign(made) }[:purpose])
    assert_equal "done", summary(made)["next_step"]
  end

  def test_there_is_nothing_to_sign_without_a_minimum
    assert_match(/One break gives no minimum/, refused { sign(lot_with_breaks(8.1)) }[:minimum])
  end

  def test_clicked_four_times_it_is_signed_once
    seen = computed(made).sha256
    ids = Array.new(4) do
      Actions::SignStatement.call(lot_id: made.id, sha256: seen, person_id: person.id, once_key: "click-click").id
    end

    assert_equal 1, ids.uniq.size
    assert_equal [:sha256], refused {
      Actions::SignStatement.call(lot_id: made.id, sha256: seen, person_id: person.id)
    }.keys
  end

  def test_a_revision_says_what_changed_by_whom_and_why
    first = sign(made)
    break_at(made, "8.0")
    assert_match(/supersedes statement 1: say why/, refused { sign(made) }[:revision_reason])
    second = sign(made, revision_reason: "One more piece came")

    assert_equal [first.id, ["pull 5 is new"]], [second.supersedes_id, second.changes]
    assert_includes pdf_words(second), "Supersedes statement 1: One more piece came. Changed: pull 5 is new."
    assert_raises(MildAnvil::Conflict) { countersign(first) }
  end

  def countersign(statement, by: reviewer)
    Actions::CountersignStatement.call(statement_id: statement.id, sha256: statement.sha256, person_id: by.id)
  end

  def test_somebody_else_countersigns_and_then_it_is_closed
    signed = sign(made)
    assert_raises(MildAnvil::Forbidden) { countersign(signed, by: person) }
    assert_raises(MildAnvil::Conflict) do
      Actions::CountersignStatement.call(statement_id: signed.id, sha256: "b" * 64, person_id: reviewer.id)
    end
    countersign(signed)

    assert_equal "done", summary(made)["next_step"]
    assert_raises(MildAnvil::Conflict) { countersign(signed, by: add_person("reviewer")) }
    assert_includes pdf_words(signed), "reviewed by #{reviewer.name}"
  end

  def test_documents_keep_their_bytes
    signed = sign(made)
    before = %w[pdf csv json].to_h do |format|
      [format, Actions::ExportStatement.signed(statement_id: signed.id,
                                               format: format).content]
    end
    Actions::SaveLot.change(lot_id: made.id, values: { material: "Another" }, person_id: person.id)
    Actions::RenderStatement.stub(:call, ->(*) { raise "drawn again" }) do
      before.each do |format, bytes|
        assert_equal bytes, Actions::ExportStatement.signed(statement_id: signed.id,
                                                            format: format).content
      end
    end
    assert_raises(MildAnvil::InvalidInput) { Actions::ExportStatement.signed(statement_id: signed.id, format: "doc") }
  end

  def test_terms_that_were_tried_are_signed_and_stay_the_statements_own
    signed = sign(made, what_if: { factor: 7.0, school: "lowest" })

    assert_equal [7.0, "lowest"], signed.frozen_body["content"].values_at("factor", "chosen")
    assert_equal [5.0, nil], [made.terms.design_factor, made.terms.school]
    assert summary(made)["signed_current"]
  end

  def test_a_statement_computes_again_to_the_last_digit
    made = lot_with_breaks(*FORCES, claims: [claim("7"), claim("1.2", measure: "working_load", factor: 5)],
                                    requirements: [{ text: "1", unit: "kN", measure: "working_load", factor_low: 4.0,
                                                     factor_high: 9.0 }])
    judge(peak(made, "9.1"), "void", reason: "wrong pin")
    judge(peak(made, "8.8"), "at_least", failed_part: "rope")
    signed = sign(made, what_if: { factor: 6.0 })
    found = Actions::RecheckStatement.call(statement_id: signed.id)

    assert_equal [true, true, []], found.values_at(:same_rules, :intact, :differences)
  end

  def test_preloaded_pieces_are_counted_or_left_out_as_the_terms_say_and_the_paper_tells
    break_at(made, "6.0", specimen_number: 1, feature_name: "end B")
    counted = computed(made).statement
    left = computed(made, preloaded: "leave_out").statement

    assert_equal [1, true], counted["preloaded"].values_at("count", "counted")
    assert_operator counted["minimum"]["value_si"], :<, left["minimum"]["value_si"]
    assert_equal left["minimum"]["text"], counted["preloaded"]["without"]["text"]
    assert_equal counted["minimum"]["text"], left["preloaded"]["with"]["text"]
    signed = sign(made)

    assert_includes pdf_words(signed),
                    "1 piece had been loaded before and is counted; without it the minimum is " \
                    "#{left['minimum']['text']} kN"
  end

  def test_an_override_is_in_what_is_signed
    made = lot_with_breaks(0.88, 0.92)
    pull = import(made, log_text)
    Actions::OverruleFinding.call(pull_id: pull.id, person_id: person.id, kind: "peak", ordinal: 0,
                                  reason: "display said so",
                                  typed: { text: "0.85", unit: "kN" })
    judge(pull, "break", failed_part: "specimen")
    frozen = sign(made).frozen_body["inputs"]["pulls"].last

    assert_equal ["override", 850.0], frozen["judgement"]["measurement"].values_at("source", "value_si")
    assert_equal "display said so", frozen["judgement"]["measurement"]["override"]["reason"]
    assert_includes pdf_words(Models::Statement.order(:id).last), "value overruled: display said so"
  end

  def pdf_words(statement)
    require "pdf-reader"
    bytes = Actions::ExportStatement.signed(statement_id: statement.id, format: "pdf").content
    PDF::Reader.new(StringIO.new(bytes)).pages.map(&:text).join(" ").gsub(/\s+/, " ")
  end
end

# Kept from earlier versions: these figures may never change under these rules.
class KeptRatingsTest < StoreCase
  include Kept

  def test_ratings_kept_from_earlier_versions_give_the_same_figures
    kept = JSON.parse(fixture("kept_ratings.json"))

    refute_empty kept
    kept.each do |rating|
      now = Actions::Canonical.plain(Actions::RatingInputs.core(rating["inputs"]).statement.to_h)
      assert_kept rating["statement"], now.slice(*rating["statement"].keys)
    end
  end
end
