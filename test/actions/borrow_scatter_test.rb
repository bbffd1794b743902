# frozen_string_literal: true

require_relative "../support/store_case"

# A small lot borrows the scatter of earlier ones: chosen by hand, tested, frozen with what is signed.
class BorrowScatterTest < StoreCase
  def borrow(lot, *from) = Actions::BorrowScatter.call(lot_id: lot.id, from: from.map(&:id), person_id: person.id)
  def school(lot) = Actions::RateLot.call(lot_id: lot.id).statement.to_h[:schools].find { |s| s[:key].to_s == "borrowed_scatter" }
  def lenders(lot) = Actions::ScatterLenders.list(lot_id: lot.id).to_h { |row| [row[:name], row] }

  def earlier = @earlier ||= [lot_with_breaks("8.0", "8.4", "8.2", "8.6", name: "A"), lot_with_breaks("7.9", "8.5", "8.3", name: "B")]

  def test_two_breaks_borrow_from_seven
    small = lot_with_breaks("8.1", "8.3")
    assert_match(/no earlier lots/, school(small)[:refusal])
    borrow(small, *earlier)
    given = school(small)
    # s² of A 66 666.7 with 3, of B 93 333.3 with 2 degrees of freedom: pooled 77 333.3, s = 278.09
    assert_in_delta 278.09, given[:working][:standard_deviation_newtons], 0.01
    assert_equal [2, 5], given[:working].values_at(:n, :dof)
    assert_match(/Scatter of A \(lot \d+\), B \(lot \d+\), 5 degrees of freedom/, given[:in_words])
    assert_in_delta 8200 - (given[:working][:k] * 278.09), given[:newtons], 0.1
  end

  def test_none_ends_the_loan
    small = lot_with_breaks("8.1", "8.3")
    borrow(small, *earlier)
    borrow(small)

    assert_match(/no earlier lots/, school(small)[:refusal])
    assert(lenders(small).values_at("A", "B").none? { |row| row[:chosen] })
  end

  def test_the_list_says_who_cannot_lend_and_why
    small = lot_with_breaks("8.1", "8.3")
    earlier
    judge(peak(mixed = lot_with_breaks("8.0", "8.1", name: "Mixed"), "7.0"), "at_least", reason: "sling")
    lot_with_breaks("8.0", name: "Single")
    lot_with_breaks("8.0", "8.0", name: "Copied")
    lot_with_breaks("8.0", "8.8", name: "Other type", item_type: "eye_splice")

    assert_equal({ "A" => nil, "B" => nil, "Mixed" => "holds more than breaks", "Single" => "has fewer than 2 breaks", "Copied" => "has no scatter at all" },
                 lenders(small).slice("A", "B", "Mixed", "Single", "Copied", "Other type").transform_values { |row| row[:because] })
    error = assert_raises(MildAnvil::InvalidInput) { borrow(small, mixed, small) }

    assert_match(/Mixed holds more than breaks/, error.message)
    assert_match(/cannot borrow from itself/, error.message)
  end

  def test_another_type_and_no_lot_at_all_are_refused
    other = lot_with_breaks("8.0", "8.8", name: "Other type", item_type: "eye_splice")
    assert_match(/another type/, assert_raises(MildAnvil::InvalidInput) { borrow(lot_with_breaks("8.1"), other) }.message)
    assert_match(/no lot 99999999/, assert_raises(MildAnvil::InvalidInput) { Actions::BorrowScatter.call(lot_id: other.id, from: [99_999_999], person_id: person.id) }.message)
  end

  def test_lots_that_scatter_differently_lend_nothing
    wild = lot_with_breaks("2.0", "9.0", "14.0", "5.0", name: "Wild")
    borrow(small = lot_with_breaks("8.1", "8.3"), *earlier, wild)

    assert_match(/do not scatter alike/, school(small)[:refusal])
  end

  def stored(lot) = JSON.parse(Models::LotSummary.where(lot_id: lot.id).get(:content))

  def test_a_change_of_the_lender_reaches_the_borrower
    small = lot_with_breaks("8.1", "8.3", school: "borrowed_scatter")
    borrow(small, *earlier)
    before = stored(small)["minimum"]
    judge(peak(earlier.first, "7.6"), "break")

    refute_equal before, stored(small)["minimum"]
    assert_equal JSON.parse(JSON.generate(Actions::ShowLot.call(lot_id: small.id)[:summary][:minimum])), stored(small)["minimum"]
  end

  def test_a_lender_that_can_no_longer_lend_is_left_out
    borrow(small = lot_with_breaks("8.1", "8.3"), *earlier)
    judge(peak(earlier.last, "7.0"), "at_least", reason: "sling")

    assert_equal 3, school(small)[:working][:dof]
    judge(peak(earlier.first, "7.0"), "at_least", reason: "sling")

    assert_match(/no earlier lots/, school(small)[:refusal])
  end

  def test_what_is_signed_keeps_what_was_borrowed
    small = lot_with_breaks("8.1", "8.3", school: "borrowed_scatter")
    borrow(small, *earlier)
    signed = Actions::SignRating.call(lot_id: small.id, person_id: person.id)
    judge(peak(earlier.first, "5.6"), "break")
    again = Actions::RecomputeRating.call(signed.refresh.inputs)

    assert_equal signed.statement["minimum"], JSON.parse(JSON.generate(again.to_h))["minimum"]
    assert_match(/A \(lot/, signed.inputs["terms"]["borrowed"]["source"])
  end
end
