# frozen_string_literal: true

require_relative "../../support/committed_case"
require_relative "../../support/package_folder"
require_relative "../../support/chain_helpers"
require_relative "../../support/repacked"
require "pdf-reader"

# Nothing comes in in another's name: what does not follow is refused, what nobody believed vouches for is only said.
class HearsayTest < CommittedCase
  include PackageFolder
  include Repacked
  include ChainHelpers

  Journal = MildAnvil::Store::Events

  def made
    lot_with_breaks(8.11, 8.42, 7.93).tap do |lot|
      judge(import(lot, log_text(peak_newtons: 8150)), "break", failed_part: "specimen")
      sign(lot)
    end
  end

  # Away from where it was made.
  def elsewhere(file)
    OwnerDatabase.empty
    %i[@person @reviewer @job].each { |name| instance_variable_set(name, nil) }
    file
  end

  def administrator = @administrator ||= add_person("administrator")
  def stranger = @stranger ||= OpenSSL::PKey.generate_key("ED25519")

  def trust(key, trusted: true)
    known = Actions::Signing::Keys.know(key.public_to_pem, name: "Elsewhere")
    Actions::Signing::Keys.trust(known.id, trusted: trusted, reason: "told by telephone", person_id: administrator.id)
  end

  def problems(file) = Packages::TakeIn.look(file)[:problems]
  def here = Models::Lot.first
  def judged = here.pulls.map { |pull| pull.judgement&.counts_as }

  # --- five forgeries ---

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

  def restated(file, body)
    text = Actions::Canonical.text(body)
    sha256 = OpenSSL::Digest::SHA256.hexdigest(text)
    old = Models::Statement.first.sha256
    statements = rows_changed do |row|
      row["body"] = text
      row["sha256"] = sha256
    end
    forged({ "data/statements.csv" => statements,
             "data/signatures.csv" => rows_changed { |row| row["sha256"] = sha256 },
             "data/events.csv" => ->(csv) { rechained(csv.gsub(old, sha256)) } }, of: file)
  end

  # Every entry hashed anew, each on the one before.
  def rechained(csv)
    table = CSV.parse(csv, headers: true)
    previous = Journal::START
    table.each do |row|
      row["previous_sha256"] = previous
      typed = row.to_h.transform_keys(&:to_sym)
      typed.update(at: Time.iso8601(row["at"]), person_id: row["written_person_id"]&.to_i,
                   subject_id: row["written_subject_id"]&.to_i, lot_id: row["written_lot_id"]&.to_i)
      row["sha256"] = previous = Journal.digest(typed)
    end
    table.to_csv
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

  # --- who vouches ---

  def test_what_nobody_vouches_for_counts_for_nothing_until_somebody_takes_it_over
    made
    file = @brought = forged({}, of: write)
    elsewhere(file)
    bring(file, by: administrator)

    assert_equal [nil, nil, nil, nil], judged
    assert_equal [0, 0, 4], [Models::Statement.count, Models::Judgement.count, here.pulls.size]
    said = Packages::Heard.list(lot_id: here.id)
    assert_equal({ "judgement" => 4, "signed statement" => 1 }, said[:rows].map { |r| r[:what] }.tally)
    assert_empty Actions::Verify::Evidence.call.reject(&:sound?).map(&:in_words)
    take_over(said)
  end

  def take_over(said)
    judgements = said[:rows].select { |row| row[:what] == "judgement" }
    done = Packages::TakeOver.call(ids: said[:rows].map do |row|
      row[:id]
    end, reason: "I saw the pieces", person_id: person.id)

    assert_equal(judgements.map { |row| row[:id] }, done.select { |row| row[:taken] }.map { |row| row[:id] })
    assert_equal %w[break break break break], judged
    said_again(Models::Hearsay.count)
    first = here.pulls.first.judgement
    assert_equal person.id, first.person_id
    assert_match(/\ATaken over from Tester \d+, 20\d\d-\d\d-\d\d, as a package says: I saw the pieces/, first.reason)
    again = Packages::TakeOver.call(ids: [judgements.first[:id]], reason: "twice", person_id: person.id)
    assert_equal(["It was taken over already"], again.map { |row| row[:why_not] })
    doubted_and_signed(here)
  end

  # The same package again says nothing new, whatever came of what it said.
  def said_again(count)
    again = bring(@brought, by: administrator)

    assert_equal [0, []], [again[:counts].sum { |row| row[:new] + row[:said] }, again[:heard]]
    assert_equal count, Models::Hearsay.count
    assert_equal %w[break break break break], judged
  end

  # What was typed elsewhere is not proved here: it is said, signing over it needs a sentence, and papers print it.
  def doubted_and_signed(lot)
    error = assert_raises(MildAnvil::InvalidInput) { sign(lot) }
    remark = "Each reading of pulls 1, 2 and 3 came from elsewhere as somebody typed it there, and is not proved here"
    assert_equal "#{remark}: say why it may be rated all the same", error.details[:fields][:chain_reason]
    sign(lot, chain_reason: "I was there")
    paper = Actions::ExportStatement.signed(statement_id: here.statements.last.id, format: "pdf",
                                            language: "de").content
    words = PDF::Reader.new(StringIO.new(paper)).pages.map(&:text).join(" ").gsub(/\s+/, " ")
    assert_includes words, "Jede Ablesung der Züge 1, 2 und 3 kam von anderswo"
    assert_includes words, "Taken over from Tester"
  end

  def test_an_installation_that_is_believed_vouches_for_its_people_and_one_that_no_longer_is_does_not
    made
    file = write
    elsewhere(file)
    signed = forged({}, of: file, key: stranger)
    assert_equal "stranger", Packages::TakeIn.look(signed)[:vouched][:how]
    trust(stranger)
    assert_equal(["trusted", []], Packages::TakeIn.look(signed).values_at(:vouched, :heard).then do |v, h|
      [v[:how], h]
    end)
    trust(stranger, trusted: false)
    bring(signed, by: administrator)
    assert_equal [nil] * 4, judged
    trust(stranger)
    bring(signed, by: administrator)

    assert_equal ["break"] * 4, judged
    assert_equal [1, 0], [Models::Statement.count, Packages::Heard.list[:in_all]]
    assert_empty Actions::Verify::Evidence.call.reject(&:sound?).map(&:in_words)
  end

  # They are known here and work here: nobody elsewhere speaks for them.
  def test_no_other_installation_acts_in_the_name_of_somebody_who_works_here
    made
    file = write
    name = person.values.slice(:uid, :name)
    elsewhere(file)
    DATABASE[:people].insert(**name, active: true, created_at: Time.now)
    trust(stranger)
    bring(forged({}, of: file, key: stranger), by: administrator)

    assert_equal [nil] * 4, judged
    assert_equal 0, Models::Statement.count
    assert_includes Packages::Heard.list[:rows].map { |row| row[:why] }, Packages::Hearing::IN_A_NAME
  end

  def test_somebody_elsewhere_is_not_taken_for_somebody_of_here_who_has_that_name
    made
    file = forged({}, of: write)
    name = person.name
    elsewhere(file)
    ours = Actions::ManagePeople.add(name: name, login: "ours", roles: %w[reviewer], password_hash: "-")
    2.times { bring(file, by: administrator) }

    assert_equal [[ours.uid, name], "#{name} (elsewhere)"],
                 [DATABASE[:people].where(active: true, name: name).get(%i[uid name]),
                  Models::Person.exclude(uid: [ours.uid, administrator.uid]).get(:name)]
    assert_includes Packages::Heard.list[:rows].map { |row| row[:by] }, name
  end

  # A check is somebody's word, too; its verdict follows from its readings, or it is none.
  def test_a_check_is_said_and_taken_over_and_one_that_does_not_follow_never_counts
    checked = keep_check(cell("Said"))
    file = write
    lying = { "data/instrument_checks.csv" => rows_changed { |row| row["high_newtons"] = "99000.0" } }
    elsewhere(file)
    trust(stranger)
    assert_match(/the check of Said: its verdict is not what its readings say/,
                 problems(forged(lying, of: file, key: stranger)).first)
    bring(forged(lying, of: file), by: administrator)
    refute taken(Packages::Heard.list[:rows]).first[:taken]
    assert_equal 0, Models::InstrumentCheck.count
    assert checked
  end

  def test_a_check_that_follows_is_taken_over_with_its_readings
    before = keep_check(cell("Said"))
    readings = before.points.map { |point| point.values.slice(:applied_newtons, :indicated_newtons) }
    file = forged({}, of: write)
    elsewhere(file)
    bring(file, by: administrator)
    assert_equal "never", Models::Instrument.first.checked_state
    assert taken(Packages::Heard.list[:rows]).first[:taken]
    check = Models::InstrumentCheck.first

    assert_equal [person.id, readings], [check.person_id, check.points.map { |p| p.values.slice(*readings.first.keys) }]
    assert_equal "good", Models::Instrument.first.checked_state
    assert_empty Actions::Verify::Evidence.call.reject(&:sound?).map(&:in_words)
  end

  def taken(rows)
    said = rows.select { |row| row[:what] == "check" }
    Packages::TakeOver.call(ids: said.map { |row| row[:id] }, reason: "I saw it", person_id: person.id)
  end

  def test_a_factor_that_was_checked_elsewhere_is_not_checked_here
    made
    DATABASE[:design_factors].insert(uid: ULID.generate, **factor, checked_by_id: person.id, person_id: person.id,
                                     created_at: Time.now)
    file = forged({}, of: write)
    elsewhere(file)
    bring(file, by: administrator)

    assert_equal [nil], DATABASE[:design_factors].select_map(:checked_by_id)
  end

  def factor
    known = MildAnvil::Store::CarriedTables.limits(:design_factors)
    known.filter_map do |column, limit|
      [column, filled(column)] if limit[:needed] && !%i[uid person_id created_at].include?(column)
    end.to_h
  end

  def filled(column) = { low: 3.0, high: 8.0, usual: 5.0 }.fetch(column, "x")

  # --- a look finds all that taking would refuse ---

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

  private

  def add(table, row)
    { "data/#{table}.csv" => lambda do |text|
      header = CSV.parse_line(text)
      cells = header.map do |name|
        row[name.to_sym].then do |v|
          v.is_a?(Time) ? v.utc.strftime("%Y-%m-%dT%H:%M:%S.%6NZ") : v
        end
      end
      "#{text.chomp}\n#{cells.to_csv}"
    end }
  end

  # An entry in the journal, hashed as it must be.
  def event(pull, person, **after)
    last = DATABASE[:events].order(:id).last
    row = { uid: ULID.generate, at: Time.now.utc.round(6), person_id: person.id, action: "judge_pull",
            subject_type: "Pull", subject_id: pull.id, lot_id: pull.lot_id, before: "{}",
            after: JSON.generate(after), previous_sha256: last[:sha256] }
    { **row, sha256: Journal.digest(row), subject_uid: pull.uid, written_person_id: person.id,
             written_subject_id: pull.id, written_lot_id: pull.lot_id }
  end
end
