# frozen_string_literal: true

require_relative "../../support/store_case"
require "pdf-reader"

# Whose hand it is: sealed by the key of the installation, by the name and role of then, in the order of the chain.
class HandsTest < StoreCase
  Signing = Actions::Signing
  Sealed = MildAnvil::Core::Seal::Sealed

  def made = @made ||= sign(lot_with_breaks(8.1, 8.4, 7.9))

  def review(by: reviewer)
    Actions::CountersignStatement.call(statement_id: made.id, sha256: made.sha256, person_id: by.id)
  end

  def seal(row = made.signatures.first) = Signing::Keys.of(row)

  def test_a_hand_is_signed_with_name_role_time_and_hash
    said = seal.content

    assert_predicate seal, :genuine?
    assert_equal ["statement", "rated", made.sha256, made.uid], said.values_at("what", "meaning", "text_sha256", "uid")
    assert_equal [person.name, person.uid, ["technician"]], said["signer"].values_at("name", "uid", "roles")
    assert_equal made.signatures.first.created_at.utc.iso8601(6), said["at"]
    assert_nil Signing::Hand.wrong(made.signatures.first, **Signing::Countersign.said("statement", made))
  end

  def test_one_letter_of_the_text_or_the_signature_and_it_is_not_genuine
    row = made.signatures.first
    row.values[:seal_text] = row.seal_text.sub(person.name, "Somebody else")
    assert_equal "has a signature that its key did not make", Signing::Hand.wrong(row)
    row.refresh.values[:seal] = row.seal.tr("A-Y", "B-Z")
    assert_equal "has a signature that its key did not make", Signing::Hand.wrong(row)
    assert_equal "was signed as another number", Signing::Hand.wrong(row.refresh, number: 7)
    row.refresh.values[:person_id] = reviewer.id
    assert_equal "names another hand than signed", Signing::Hand.wrong(row)
  end

  def test_names_are_of_the_day
    name = person.name
    made
    Actions::ManagePeople.change(id: person.id, values: { name: "Married Since" }, by: add_person("administrator").id)

    assert_equal([name], Actions::SignedContent.signatures(made.refresh).map { |hand| hand[:person] })
    drawn = Actions::ExportStatement.signed(statement_id: made.id, format: "pdf", language: "fr").content
    words = PDF::Reader.new(StringIO.new(drawn)).pages.map(&:text).join
    assert_includes words, name
    refute_includes words, "Married Since"
  end

  # Nothing else was done because somebody is called otherwise: what was signed is still what stands.
  def test_a_later_name_changes_no_inputs
    lot = made.lot
    name = person.name
    Actions::ManagePeople.change(id: person.id, values: { name: "Married Since" }, by: add_person("administrator").id)
    names = Actions::RatingInputs.call(Actions::LotFacts.new(Models::Lot[lot.id]))["pulls"].map { |pull| pull["judgement"]["person"] }

    assert_equal [name], names.uniq
    assert summary(Models::Lot[lot.id])["signed_current"]
    judged = break_at(Models::Lot[lot.id], "8.0")
    later = Actions::RatingInputs.call(Actions::LotFacts.new(Models::Lot[lot.id]))["pulls"].last
    assert_equal [judged.id, "Married Since"], [later["id"], later["judgement"]["person"]]
  end

  def test_the_same_act_again_is_the_same_answer
    first = review
    events = DATABASE[:events].count + MildAnvil::Store::Events.pending.size
    again = review

    assert_equal [first.id, 2], [again.id, again.signatures.size]
    assert_equal events, DATABASE[:events].count
    assert_raises(MildAnvil::Conflict) { review(by: add_person("reviewer")) }
  end

  def test_the_same_withdrawal_again_is_the_same_answer
    made
    withdraw = lambda do |reason|
      Actions::WithdrawStatement.call(statement_id: made.id, sha256: made.sha256, reason: reason,
                                      person_id: reviewer.id)
    end
    assert_equal [made.id] * 2, Array.new(2) { withdraw.call("wrong pin").id }
    assert_equal 1, DATABASE[:statement_withdrawals].count
    assert_raises(MildAnvil::Conflict) { withdraw.call("another reason") }
    sealed = seal(made.refresh.withdrawal)
    assert_equal ["withdrawn", "wrong pin", reviewer.name],
                 [sealed.content["meaning"], sealed.content["reason"], sealed.content["signer"]["name"]]
  end

  def test_nobody_reviews_what_they_signed
    made
    DATABASE[:person_roles].insert(person_id: person.id, role: "reviewer")

    assert_raises(MildAnvil::Forbidden) { review(by: person) }
  end

  def test_nothing_is_reviewed_before_it_was_signed
    made
    Time.stub(:now, Time.now - 3600) do
      error = assert_raises(MildAnvil::Conflict) { review }
      assert_match(/Set the clock, then review/, error.message)
    end
    assert_equal 1, made.refresh.signatures.size
  end

  # The role is that of the moment at which it is written, not at which it was asked for.
  def test_whoever_lost_the_role_meanwhile_signs_nothing
    made
    reviewer
    MildAnvil::Store::Models::PersonRole.where(person_id: reviewer.id).update(role: "viewer")
    assert_raises(MildAnvil::Forbidden) { review }
    MildAnvil::Store::Models::PersonRole.where(person_id: person.id).update(role: "viewer")
    assert_raises(MildAnvil::Forbidden) { sign(lot_with_breaks(7.1, 7.2, 7.3)) }
  end

  def test_papers_that_could_not_be_drawn_wait_and_are_drawn_by_the_worker
    made
    out, err = capture_io do
      Actions::RenderStatement.stub(:call, ->(*) { raise MildAnvil::Error, "no fonts" }) { review }
    end
    assert_equal ["", "Statement 1: its papers wait: no fonts\n"], [out, err]
    assert_equal 2, made.refresh.signatures.size
    assert_equal [made.id], Signing::Drawing.waiting.map(&:id)
    found = Actions::Verify::Evidence.call.find { |part| part.kind == "documents" }
    assert_equal [true, 3], [found.sound?, found.waiting]

    assert Signing::Drawing.catch_up
    assert_empty Signing::Drawing.waiting
    assert_equal [1, 1, 1, 2, 2, 2], made.documents_dataset.select_order_map(:signature_count)
  end

  # Not drawn for whatever reason, it was signed all the same; and it is not tried at every look.
  def test_a_paper_that_cannot_be_drawn_is_let_be_for_a_while
    tries = 0
    broken = ->(*) { (tries += 1) && raise("a fault of a library") }
    Actions::RenderStatement.stub(:call, broken) do
      capture_io do
        assert_equal 1, made.signatures.size
        2.times { refute Signing::Drawing.catch_up(now: 1000.0) }
      end
    end
    assert_equal 2, tries
    refute Signing::Drawing.catch_up(now: 1100.0)
    assert Signing::Drawing.catch_up(now: 1000.0 + Signing::Drawing::AGAIN_SECONDS + 1)
    assert_empty Signing::Drawing.waiting
  end

  # Cut off between its first commit and its papers, both hands there by now: the paper of one hand shows one.
  def test_a_paper_of_the_past_shows_the_hands_of_then
    Actions::RenderStatement.stub(:call, ->(*) { raise MildAnvil::Error, "no fonts" }) { capture_io { made && review } }
    Signing::Drawing.catch_up
    shown = made.documents_dataset.where(format: "json").order(:signature_count).map do |d|
      JSON.parse(d.content)["signatures"].size
    end

    assert_equal [1, 2], shown
  end

  def test_a_paper_drawn_at_another_address_is_another_paper
    first = Actions::ExportStatement.signed(statement_id: made.id, format: "pdf").content
    Actions::Papers::Laboratory.keep(values: { link: "https://weir.example/anvil" },
                                     person_id: add_person("administrator").id)
    second = Actions::ExportStatement.signed(statement_id: made.id, format: "pdf").content

    refute_equal first, second
    assert_equal 2, made.documents_dataset.where(format: "pdf", signature_count: 1).count
    Actions::Papers::Laboratory.keep(values: { link: "" }, person_id: add_person("administrator").id)
    assert_equal first, Actions::ExportStatement.signed(statement_id: made.id, format: "pdf").content
  end
end
