# frozen_string_literal: true

require_relative "../../support/committed_case"
require_relative "../../support/elsewhere"

# A package that somebody changed, with every hash put right: what does not follow is refused, before and by a look.
class ForgedPackageTest < CommittedCase
  include Elsewhere

  def test_a_package_that_was_changed_after_it_was_signed_is_refused
    made
    raised = repacked({ "data/judgements.csv" => rows_changed { |row| row["reason"] = "stronger" } }, of: write)

    assert_equal ["it was changed after it was signed: its seal is over another list"], problems(raised)
    assert_raises(MildAnvil::InvalidInput) { bring(raised) }
  end

  def test_figures_that_do_not_follow_from_the_samples_are_refused
    made
    write
    raise_all = rows_changed { |row| row["value_si"] = (row["value_si"].to_f + 2000).to_s if row["value_si"] }
    names = %w[findings measurements judgements].map { |name| "data/#{name}.csv" }
    file = elsewhere(path)

    assert_match(/is not what its samples say/, problems(forged({ names[0] => raise_all }, of: file)).first)
    assert_match(/is not what its finding says|not what was typed/,
                 problems(forged({ names[1] => raise_all }, of: file)).first)
    assert_match(/does not follow from its reading/, problems(forged({ names[2] => raise_all }, of: file)).first)
    assert_match(/is not what its samples say/, problems(forged(names.to_h { |n| [n, raise_all] }, of: file)).first)
  end

  # Half as much again, in the reviewer's name, beside what was measured.
  def test_a_judgement_that_somebody_added_is_refused_and_with_a_journal_of_its_own_only_said
    lot = made
    reviewer
    file = write
    pull = lot.pulls.first
    added = pull.judgements.first
    row = added.values.merge(id: 900, uid: ULID.generate, person_id: reviewer.id)
    one_more = add("judgements", row)
    assert_match(/nothing that its journal tells of/, problems(forged(one_more, of: file)).first)

    told = add("events", event(pull, reviewer, counts_as: "break", value_si: added.value_si))
    double = forged({ **one_more, **told }, of: file)
    before = Models::Judgement.count
    done = bring(double, by: administrator)

    assert_equal before, Models::Judgement.count
    assert_equal([["judgement", 1]], done[:heard].map { |said| said.values_at(:what, :count) })
    assert_equal [added.id], pull.refresh.judgements.map(&:id)
    assert_empty Actions::Verify::Evidence.call.reject(&:sound?).map(&:in_words)
  end

  def test_a_signature_that_the_journal_does_not_know_is_refused
    lot = made
    reviewer
    file = write
    statement = lot.statements.first
    row = statement.signatures.first.values.merge(id: 900, uid: ULID.generate, person_id: reviewer.id,
                                                  meaning: "reviewed")

    assert_match(/the journal knows nothing of a signature/, problems(forged(add("signatures", row), of: file)).first)
  end

  # Text, hash, signature and journal put right; the figures do not follow, or rest on other judgements.
  def test_a_statement_that_says_more_than_its_inputs_or_rests_on_other_judgements_is_refused
    lot = made
    file = write
    body = lot.statements.first.frozen_body
    raised = Actions::Canonical.plain(body).tap { |text| text["content"]["minimum"]["value_si"] += 2000 }
    assert_match(/Statement 1: it does not follow from its own inputs/, problems(restated(file, raised)).first)

    stronger = Actions::Canonical.plain(body)
    stronger["inputs"]["pulls"].first["judgement"]["value_si"] += 2000
    again = Actions::RatingInputs.core(stronger["inputs"]).statement(calibrate: :all).to_h
    stronger["content"] = Actions::Canonical.plain(again)
    assert_match(/Statement 1: it rests on pull 1, whose judgement says something else/,
                 problems(restated(file, stronger)).first)
  end

  def test_a_statement_withdrawn_elsewhere_stands_here
    lot = made
    statement = lot.statements.first
    file = write
    Actions::WithdrawStatement.call(statement_id: statement.id, sha256: statement.sha256, reason: "wrong pin",
                                    person_id: reviewer.id)
    withdrawn = write("withdrawn")
    elsewhere(file)
    bring(file, by: administrator)
    here = Models::Statement.first
    trust(stranger)
    bring(forged({}, of: withdrawn, key: stranger), by: administrator)

    assert_nil here.refresh.withdrawal, "facts of here are not ended by a package, whoever vouches for it"
    assert_equal(["withdrawn statement"], Packages::Heard.list[:rows].map { |said| said[:what] })
  end

  REFUSED = {
    "a changed sample" => lambda(&:curve_changed),
    "a changed original" => lambda(&:original_changed),
    "an unknown word" => ->(t) { { "data/pulls.csv" => t.rows_changed { |row| row["kind"] = "sideways" } } },
    "a doubled row" => ->(_t) { { "data/pulls.csv" => ->(text) { text + text.lines.last } } },
    "a text that is too long" => ->(t) { { "data/lots.csv" => t.rows_changed { |row| row["name"] = "x" * 900 } } },
    "a table of tomorrow" => ->(t) { { "data/pulls.csv" => t.rows_changed { |row| row["number"] = "-4" } } }
  }.freeze

  def curve_changed
    name = "curves/#{Models::Recording.first.uid}.csv"
    { name => lambda { |text|
      text.sub(/^(.*)\n(.*)\n/) do
        "#{Regexp.last_match(1)}\n#{Regexp.last_match(2).sub(/\d$/, '7')}1\n"
      end
    } }
  end

  def original_changed
    file = Models::SourceFile.first
    { Packages.original(file.values) => ->(text) { "#{text} " } }
  end

  def test_a_look_finds_what_taking_it_in_would_refuse_in_our_words
    made
    file = write
    changed = REFUSED.to_h { |what, how| [what, forged(instance_exec(self, &how), of: file)] }
    elsewhere(file)
    changed.each do |what, bad|
      found = problems(bad)
      refute_empty found, what
      error = assert_raises(MildAnvil::InvalidInput, what) { bring(bad, by: administrator) }
      refute_match(/Mysql|SQL|Data too long|Duplicate entry|truncated/, [*found, error.message].join, what)
      assert_equal 0, Models::Lot.count
    end
  end

  def test_a_look_leaves_nothing_behind
    made
    file = forged({}, of: write)
    elsewhere(file)
    Packages::TakeIn.look(file)

    assert_equal([0, 0, 0], [Models::Lot, Models::Hearsay, Models::Package].map(&:count))
    assert_empty Journal.pending
    assert_empty MildAnvil::Store::RowSeals.touched
  end

  # Nobody who writes waits for somebody who looks.
  def test_a_look_holds_nothing_that_others_wait_for
    made
    file = forged({}, of: write)
    elsewhere(file)
    other = lot_with_breaks(8.0)
    held = nil
    merge = Packages::Merge.instance_method(:settle_later)
    Packages::Merge.define_method(:settle_later) do
      merge.bind_call(self).tap { held = Thread.new { other.update(material: "Tape") }.join(5) }
    end
    assert_empty problems(file)
    assert held, "a write waited for a look"
  ensure
    Packages::Merge.define_method(:settle_later, merge)
    Packages::Merge.send(:private, :settle_later)
  end
end
