# frozen_string_literal: true

require_relative "../../support/committed_case"
require_relative "../../support/elsewhere"
require "pdf-reader"

# Nothing comes in in another's name: what nobody believed vouches for is only said, until somebody takes it over.
class HearsayTest < CommittedCase
  include Elsewhere

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
end
