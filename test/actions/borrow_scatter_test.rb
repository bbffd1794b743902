# frozen_string_literal: true

require_relative "../support/store_case"
require "logger"
require "minitest/mock"

# A small lot borrows the scatter of earlier ones: chosen by hand, tested, frozen with what is signed.
class BorrowScatterTest < StoreCase
  def borrow(lot, *from) = Actions::BorrowScatter.call(lot_id: lot.id, from: from.map(&:id), person_id: person.id)

  def school(lot)
    Actions::RateLot.call(lot_id: lot.id).statement["schools"].find { |s| s["key"] == "borrowed_scatter" }
  end

  def at_least(lot, text) = judge(peak(lot, text), "at_least", failed_part: "rope", reason: "sling let go")
  def lenders(lot) = Actions::ScatterLenders.list(lot_id: lot.id).to_h { |row| [row[:name], row] }

  def earlier
    @earlier ||= [lot_with_breaks("8.0", "8.4", "8.2", "8.6", name: "A"),
                  lot_with_breaks("7.9", "8.5", "8.3", name: "B")]
  end

  def test_two_breaks_borrow_from_seven
    small = lot_with_breaks("8.1", "8.3")
    assert_match(/no earlier lots/, school(small)["refusal"])
    borrow(small, *earlier)
    given = school(small)
    # s² of A 66 666.7 with 3, of B 93 333.3 with 2 degrees of freedom: pooled 77 333.3, s = 278.09
    assert_in_delta 278.09, given["working"]["standard_deviation_si"], 0.01
    assert_equal [2, 5], given["working"].values_at("n", "dof")
    assert_match(/Scatter of A \(lot \d+\), B \(lot \d+\), 5 degrees of freedom/, given["in_words"])
    assert_in_delta 8200 - (given["working"]["k"] * 278.09), given["value_si"], 0.1
  end

  def test_none_ends_the_loan
    small = lot_with_breaks("8.1", "8.3")
    borrow(small, *earlier)
    borrow(small)

    assert_match(/no earlier lots/, school(small)["refusal"])
    assert(lenders(small).values_at("A", "B").none? { |row| row[:chosen] })
  end

  def test_the_list_says_who_cannot_lend_and_why
    small = lot_with_breaks("8.1", "8.3")
    earlier
    at_least(mixed = lot_with_breaks("8.0", "8.1", name: "Mixed"), "7.0")
    lot_with_breaks("8.0", name: "Single")
    lot_with_breaks("8.0", "8.0", name: "Copied")
    lot_with_breaks("8.0", "8.8", name: "Other type", item_type: "eye_splice")
    reasons = { "A" => nil, "B" => nil, "Mixed" => "holds more than breaks", "Single" => "has fewer than 2 breaks",
                "Copied" => "has no scatter at all" }

    assert_equal(reasons, lenders(small).slice(*reasons.keys, "Other type").transform_values { |row| row[:reason] })
    error = assert_raises(MildAnvil::InvalidInput) { borrow(small, mixed, small) }

    assert_match(/Mixed holds more than breaks/, error.message)
    assert_match(/cannot borrow from itself/, error.message)
  end

  def test_another_type_and_no_lot_at_all_are_refused
    other = lot_with_breaks("8.0", "8.8", name: "Other type", item_type: "eye_splice")
    assert_match(/another type/, assert_raises(MildAnvil::InvalidInput) do
      borrow(lot_with_breaks("8.1"), other)
    end.message)
    unknown = assert_raises(MildAnvil::InvalidInput) do
      Actions::BorrowScatter.call(lot_id: other.id, from: [99_999_999], person_id: person.id)
    end

    assert_match(/no lot 99999999/, unknown.message)
  end

  def test_lots_that_scatter_differently_lend_nothing
    wild = lot_with_breaks("2.0", "9.0", "14.0", "5.0", name: "Wild")
    borrow(small = lot_with_breaks("8.1", "8.3"), *earlier, wild)

    assert_match(/do not scatter alike/, school(small)["refusal"])
  end

  # A lot in shear says nothing of one in tension, nor a torque of a force.
  def test_another_direction_and_another_quantity_lend_nothing
    shear = lot_with_breaks("8.0", "8.4", "8.2", name: "Shear", direction: "shear")
    small = lot_with_breaks("8.1", "8.3")

    assert_empty lenders(small).slice("Shear")
    assert_match(/tested in shear/, assert_raises(MildAnvil::InvalidInput) { borrow(small, shear) }.message)
    other = lot_with_breaks("8.0", "8.4", name: "Yield", terms: { rated_quantity: "yield" })
    assert_match(/something else/, assert_raises(MildAnvil::InvalidInput) { borrow(small, other) }.message)
  end

  BORROWING = { school: "borrowed_scatter" }.freeze

  def test_a_change_of_the_lender_reaches_the_borrower
    small = lot_with_breaks("8.1", "8.3", terms: BORROWING)
    borrow(small, *earlier)
    before = summary(small)["minimum"]
    break_at(earlier.first, "7.6")

    assert shown(small)[:summary]["computing"]
    refute_equal before, summary(small)["minimum"]
  end

  def test_a_lender_that_can_no_longer_lend_is_left_out
    borrow(small = lot_with_breaks("8.1", "8.3"), *earlier)
    at_least(earlier.last, "7.0")

    assert_equal 3, school(small)["working"]["dof"]
    at_least(earlier.first, "7.0")

    assert_match(/no earlier lots/, school(small)["refusal"])
  end

  def test_what_is_signed_keeps_what_was_borrowed
    small = lot_with_breaks("8.1", "8.3", terms: BORROWING)
    borrow(small, *earlier)
    signed = sign(small)
    break_at(earlier.first, "5.6")
    inputs = signed.frozen_body["inputs"]

    assert Actions::RecheckStatement.call(statement_id: signed.id)[:intact]
    assert_match(/A \(lot/, inputs["terms"]["borrowed"]["source"])
  end

  # Whoever signs over borrowed scatter never finds the lender's facts behind what was judged there.
  def test_the_facts_that_a_borrower_rests_on_are_never_behind
    lender = lot_with_breaks(8.0, 8.2, 8.1, name: "Lender")
    borrower = lot_with_breaks(8.3, name: "Borrower")
    borrow(borrower, lender)
    bound = peak(lender, "8.4")
    Actions::RefreshLot.stub(:settle, nil) { judge(bound, "at_least", failed_part: "connector") }

    assert_equal "holds more than breaks", lenders(borrower).fetch("Lender")[:reason]
    assert_empty Models::LotSummary.dataset.behind
  end

  def test_more_lenders_are_no_more_queries
    asked = lot(name: "Small")
    lot_with_breaks(8.0, 8.2, name: "First")
    few = queries { lenders(asked) }
    3.times { |i| lot_with_breaks(8.0, 8.2, name: "Further #{i}") }

    assert_equal(few, queries { lenders(asked) })
  end

  def queries
    counted = Logger.new(log = StringIO.new)
    DATABASE.loggers << counted
    yield
    log.string.lines.size
  ensure
    DATABASE.loggers.delete(counted)
  end
end
