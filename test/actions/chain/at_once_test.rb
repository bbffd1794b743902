# frozen_string_literal: true

require_relative "../../support/at_once"
require_relative "../../support/committed_case"
require_relative "../../support/chain_helpers"

# Several people at the same moment over one instrument and one list of pieces.
class ChainAtOnceTest < CommittedCase
  include AtOnce
  include ChainHelpers

  PEOPLE = 5

  def at_once(&block) = super(PEOPLE, &block).tally

  def seen(made, **given)
    check = check_of(**given)
    [check, Chain::KeepCheck.preview(instrument_id: made.id, given: check)[:sha256]]
  end

  def test_a_check_sent_twice_at_one_moment_is_one
    made = cell
    check, sha256 = seen(made)
    keep = lambda do |_|
      Chain::KeepCheck.keep(instrument_id: made.id, given: check, sha256: sha256, person_id: person.id,
                            once_key: "same-key-1")
    end

    assert_equal({ done: PEOPLE }, at_once(&keep))
    assert_equal 1, Models::InstrumentCheck.where(instrument_id: made.id).count
  end

  # Whichever lands last: the newest check by its own time says what the cell is.
  def test_a_good_check_and_a_failed_one_signed_at_one_moment_leave_what_the_newest_says
    made = cell
    at = Time.now.floor
    checks = Array.new(PEOPLE) { |k| seen(made, gain: k == PEOPLE - 1 ? 1.05 : 1.0, at: at - (DAY * (PEOPLE - k))) }
    person
    at_once do |k|
      Chain::KeepCheck.keep(instrument_id: made.id, given: checks[k][0], sha256: checks[k][1], person_id: person.id)
    end

    assert_equal "failed", made.refresh.checked_state
    assert_equal PEOPLE, made.checks.size
  end

  def test_a_check_withdrawn_by_several_is_withdrawn_once
    check = keep_check(cell)
    found = at_once { Chain::KeepCheck.withdraw(check_id: check.id, reason: "wrong mass", person_id: person.id) }

    assert_equal({ done: 1, Conflict: PEOPLE - 1 }, found)
    assert_equal "never", check.instrument.refresh.checked_state
  end

  def test_readings_of_one_size_taken_by_several_are_all_kept
    made = lot
    MildAnvil::Actions::Planning::SpecimenList.add(lot_id: made.id, count: 1, person_id: person.id)
    piece = Models::Specimen.first(lot_id: made.id)
    Actions::Prepare::Sizes.draw(lot_id: made.id, person_id: person.id,
                                 rows: [{ name: "width", role: "width", unit: "mm", nominal: "60", plus: "1",
                                          minus: "1" }])
    found = at_once do |k|
      Actions::Prepare::Sizes.measure(lot_id: made.id, specimen_id: piece.id, name: "width", texts: ["60.#{k}"],
                                      unit: "mm", stage: "received", person_id: person.id)
    end

    assert_equal({ done: PEOPLE }, found)
    assert_equal PEOPLE, DATABASE[:dimensions].where(specimen_id: piece.id).count
  end
end
