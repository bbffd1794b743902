# frozen_string_literal: true

require_relative "../../support/store_case"

# A piece that is not ready, or out of tolerance, is said so where it is pulled, before it is pulled, and on the record.
class PieceStateTest < StoreCase
  Prepare = Actions::Prepare

  def listed
    made = lot(item_type: "sewn_loop")
    Actions::Planning::SpecimenList.add(lot_id: made.id, count: 2, pattern: "PH-{n:2}", person_id: person.id)
    [made.refresh, *made.specimens_dataset.order(:number).all]
  end

  def soak(made, piece, hours: 24, **given)
    Prepare::Steps.add(lot_id: made.id, specimen_ids: [piece.id], person_id: person.id,
                       steps: [{ kind: "conditioning", name: "soak", hours: hours, **given }])
  end

  def said(made, number) = shown(made)[:specimens].find { |piece| piece[:number] == number }[:warnings]

  def test_conditioning_that_is_not_over_is_said_of_the_piece_and_stays_on_its_pull
    made, first, second = listed
    soak(made, first)
    assert_equal ["PH-01 is not ready: “soak” was not begun."], said(made, first.number)
    assert_match(/PH-02 is not ready: it has none of the steps/, said(made, second.number).join)

    pull = peak(made, "8.1", specimen_number: first.number)
    assert_equal ["PH-01 is not ready: “soak” was not begun."], row(pull)[:piece_warnings]
    soak(made, second, hours: nil)
    step = Models::Preparation.first(specimen_id: second.id)
    Prepare::Steps.change(lot_id: made.id, ids: [step.id], values: { done: true }, person_id: person.id)

    assert_empty row(peak(made, "8.2", specimen_number: second.number))[:piece_warnings]
  end

  def test_out_of_tolerance_is_said_with_what_was_measured_and_drawn
    made, first, = listed
    Prepare::Sizes.draw(lot_id: made.id, person_id: person.id,
                        rows: [{ name: "Width", role: "width", unit: "mm", nominal: "25", plus: "0.5", minus: "0.5" }])
    Prepare::Sizes.measure(lot_id: made.id, specimen_id: first.id, name: "Width", texts: %w[25.2 26.1], unit: "mm",
                           person_id: person.id)

    assert_equal ["PH-01 is out of tolerance: Width 26.1 mm, drawn 25 +0.5 −0.5 mm."], said(made, first.number)
    pull = import(made, log_text, specimen_number: first.number)
    assert_match(/out of tolerance/, row(pull)[:piece_warnings].first)
  end

  # What was so at the time of the pull counts, not what is so when it is typed in.
  def test_a_pull_of_before_is_held_against_the_state_of_then
    made, first, = listed
    soak(made, first, hours: 1)
    step = Models::Preparation.first(specimen_id: first.id)
    step.update(starts_at: Time.now - (3 * 3600))
    now = peak(made, "8.1", specimen_number: first.number)
    then_ = peak(made, "8.2", specimen_number: first.number, feature_name: "end B", pulled_at: Time.now - (2.5 * 3600))

    assert_empty row(now)[:piece_warnings]
    assert_match(/“soak” lasts until/, row(then_)[:piece_warnings].first)
  end
end
