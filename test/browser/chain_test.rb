# frozen_string_literal: true

require_relative "../support/browser_case"
require_relative "../support/chain_helpers"

# A cell checked with masses, six pieces made ready, three of them pulled, and a check that fails afterwards.
class ChainJourney < BrowserCase
  include ChainHelpers

  attr_reader :person

  def test_from_masses_to_a_failed_check_and_what_it_touches
    set_up
    check_the_cell("0" => "0.00", "4" => "4.01", "8" => "8.02", "16" => "16.03")
    make_ready
    pull_three
    open_what_a_reading_is_worth
    fail_the_check
    sign_all_the_same
  end

  private

  def set_up
    @person = take_in("Wren Ashdown", "technician")
    job = MildAnvil::Actions::CreateJob.call(customer: "Halden Barn", title: "Joints", person_id: @person.id)
    @lot = MildAnvil::Actions::SaveLot.create(job_id: job.id, person_id: @person.id,
                                              values: { name: "Peg joint", item_type: "pegged_joint",
                                                        terms: { design_factor: 5.0 } })
    stand_on_a_bench
    MildAnvil::Actions::Planning::SpecimenList.add(lot_id: @lot.id, count: 6, pattern: "HB-{n:2}",
                                                   person_id: @person.id)
    sign_in(@person)
  end

  def stand_on_a_bench
    bench = Register.add(table: "benches", person_id: @person.id,
                         values: { name: "Bench 2", kind: "frame", pull: typed(50) })
    @cell = cell("C-2").tap { |made| made.update(bench_id: bench.id) }
    MildAnvil::Actions::Planning::SavePlan.call(lot_id: @lot.id, content: { bench_id: bench.id, pulls: 3 }, revision: 0,
                                                person_id: @person.id)
  end

  def check_the_cell(readings)
    visit "/lots/#{@lot.id}/check"
    assert_selector "h1", text: "Check"
    click_on "New check"
    type_readings(readings)
    assert_text "It may be used from 4.00 kN to 16.0 kN"
    assert_accessible "new check"
    click_on "Sign the check"
    assert_no_selector "[role=dialog]"
    assert_text "Good until"
    assert_accessible "check"
    assert_fits "check"
  end

  def type_readings(readings)
    fill_in "Loads, small to large", with: readings.keys.join(" ")
    choose_option("in", "kN")
    fill_in "Series", with: "1"
    readings.each { |load, shown| fill_in "Series 1, up, #{load} kN", with: shown }
    readings.to_a[0..-2].reverse_each { |load, shown| fill_in "Series 1, down, #{load} kN", with: shown }
  end

  def make_ready
    find("nav a[href$='/prepare']").click
    assert_selector "h1", text: "Prepare: Peg joint"
    draw
    measure_by_caliper
    soak
    open_by_code
  end

  def draw
    click_on "What is measured"
    within("[role=dialog]") do
      click_on "Add a dimension" if has_no_field?("Name", wait: 1)
      fill_in "Name", with: "tenon width"
      fill_in "Drawing", with: "60"
      fill_in "+", with: "0.3"
      fill_in "−", with: "0.3"
      find("button[type=submit]").click
    end
    assert_no_selector "[role=dialog]"
    assert_accessible "prepare"
  end

  def measure_by_caliper
    fill_in "tenon width, mm", with: "60.41"
    press(:Enter)
    assert_selector "[aria-label='out of tolerance']"
    find("button[aria-label='Take back 60.41']").click
    assert_no_selector "[aria-label='out of tolerance']"
    find_field("tenon width, mm").click
    2.times { |k| click_on("Press the caliper") && assert_selector("button[aria-label^='Take back']", count: k + 1) }
    press(:Enter) # on an empty field: the next piece
    assert_selector "section[aria-label='Piece HB-02']"
  end

  def soak
    click_on "Add steps"
    within("[role=dialog]") do
      fill_in "Step", with: "Soak tank"
      fill_in "Lasts", with: "12"
      find("button[type=submit]").click
    end
    assert_no_selector "[role=dialog]"
    click_on "Done for all 6"
    assert_selector "nav a", text: /6 of 6 ready/
    assert_fits "prepare"
  end

  def open_by_code
    visit "/lots"
    assert_selector "h1", text: "Lots"
    press(*"#{@lot.id}-4".chars, :Enter) # what a scanner types
    assert_selector "section[aria-label='Piece HB-04']"
  end

  def pull_three
    visit "/lots/#{@lot.id}/pull"
    assert_text "Next: HB-01"
    assert_text "Read by C-2"
    find("summary", text: "Read by").click
    %w[9.81 9.92 10.02].each_with_index do |shown, k|
      fill_in "The display shows", with: shown
      fill_in "Zero before", with: "-0.01"
      fill_in "Zero after", with: "0.02"
      click_on "Keep this reading"
      assert_text "Pull #{k + 1} kept: #{shown} kN"
    end
    pulls = MildAnvil::Store::Models::Pull.where(lot_id: @lot.id).order(:number).all
    pulls.each do |pull|
      MildAnvil::Actions::JudgePull.call(pull_id: pull.id, person_id: @person.id, counts_as: "break",
                                         failed_part: "specimen")
    end
  end

  def open_what_a_reading_is_worth
    visit "/lots/#{@lot.id}/judge"
    click_on "What it is worth"
    assert_text(/What the reading of pull \d is worth/)
    assert_text "Zero drift"
    assert_accessible "what a reading is worth"
    press(:Escape)
  end

  # Off by 5 %: everything since the last good check is in question.
  def fail_the_check
    visit "/lots/#{@lot.id}/check"
    click_on "New check"
    type_readings("0" => "0.00", "4" => "4.20", "8" => "8.40", "16" => "16.80")
    assert_text "It may not be used"
    click_on "Sign the check"
    assert_no_selector "[role=dialog]"
    assert_text "3 pulls to look at"
    assert_accessible "failed check"
    assert_selector "nav a", text: /C-2/
    visit "/"
    assert_text "C-2 failed its check"
  end

  def sign_all_the_same
    visit "/lots/#{@lot.id}/rate"
    assert_text "Minimum"
    find("button", text: "Sign …").click
    assert_selector "[role=dialog]"
    click_on "Sign this"
    assert_text "a sentence is needed"
    fill_in find("[role=dialog] label", text: /may be rated all the same/).text, with: "read beside a second cell"
    assert_accessible "signing"
    click_on "Sign this"
    assert_text "Statement 1 signed"
  end
end
