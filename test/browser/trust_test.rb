# frozen_string_literal: true

require_relative "../support/browser_case"
require_relative "../support/repacked"

# A package from somewhere else: what it says of people is seen, counts for nothing, and is taken over in one's own
# name; everything is verified, and a row that was altered is told where it matters.
class TrustJourney < BrowserCase
  include Repacked

  ACTS = MildAnvil::Actions
  MODELS = MildAnvil::Store::Models

  def setup
    super
    @person = take_in("Wren Ashdown", "technician")
    @reviewer = take_in("Isolde Marsh", "reviewer")
  end

  def test_hearsay_is_taken_over_and_then_it_counts
    sign_in(@person)
    visit "/data"
    attach_file "A package", PACKAGE, make_visible: true
    assert_text "Nobody signed it."
    assert_text "5 judgements"
    click_on "Take it in"
    assert_text(/taken in, \d+ acts only said/)
    visit "/lots/#{MODELS::Lot.first.id}/judge"
    assert_text(/A package says 6 acts about this lot that nobody here has proved: none of it counts/)
    click_on "Look at it"
    assert_selector "h1", text: "Said by packages"
    assert_accessible "what packages say"
    taken_over
  end

  def taken_over
    click_on "Take over all 5"
    fill_in "Why", with: "I saw the pieces"
    within("[role=dialog]") { click_on "Take over" }
    assert_text "5 acts taken over"
    assert_text "1 act not proved here"
    assert_text "sign it here instead"
    assert_equal [@person.id], MODELS::Judgement.distinct.select_map(:person_id)
    visit "/lots/#{MODELS::Lot.first.id}/rate"
    assert_text "5 break"
    assert_text(/came from elsewhere as somebody typed it there, and is not proved here/)
  end

  def test_what_was_altered_is_told_on_the_page_and_where_it_is_rated
    lot = broken_lot
    sign_in(@reviewer)
    verified("All of it is what was kept")
    assert_accessible "verification"
    row = MODELS::Measurement.first
    OwnerDatabase.connection[:measurements].where(id: row.id).update(value_si: row.value_si * 1.5)
    verified(/\d things? not what was kept/)
    assert_text "measurements #{row.id} is not what was written"
    visit "/lots/#{lot.id}/rate"
    assert_text(/What this rests on was altered behind the application’s back: .*measurements #{row.id}/)
  end

  def broken_lot
    job = ACTS::CreateJob.call(customer: "Brindle Works", title: "Loops", person_id: @person.id)
    lot = ACTS::SaveLot.create(job_id: job.id, person_id: @person.id,
                               values: { name: "Loop", item_type: "sewn_loop", terms: { design_factor: 5.0 } })
    %w[8.1 8.4 7.9].each do |text|
      pull = ACTS::RecordPeak.call(lot_id: lot.id, text: text, unit: "kN", person_id: @person.id)
      ACTS::JudgePull.call(pull_id: pull.id, person_id: @person.id, counts_as: "break", failed_part: "specimen")
    end
    lot
  end

  # What the worker does within moments.
  def verified(words)
    visit "/verification"
    click_on "Look at everything now"
    assert_text "Being looked at …"
    ACTS::DailyVerify.if_due
    assert_text words
  end
end
