# frozen_string_literal: true

require_relative "../support/browser_case"

# From a request on the desk to a plan sheet: bench, train, number, specimens, order, required tests.
class PlanJourney < BrowserCase
  def test_from_request_to_plan_sheet
    take_in_request
    enter_bench_and_gear
    plan_the_lot
    lose_nothing_by_a_reload
    use_the_plan
    list_and_order_the_specimens
    ask_for_tests
    look_only
  end

  private

  def take_in_request
    @person = take_in("Wren Ashdown", "technician")
    job = MildAnvil::Actions::CreateJob.call(customer: "Halden Barn", title: "Joints", person_id: @person.id)
    values = { name: "Peg joint", item_type: "pegged_joint",
               requirements: [{ text: "9", unit: "kN", measure: "strength" }] }
    @lot = MildAnvil::Actions::SaveLot.create(job_id: job.id, values: values, person_id: @person.id)
    sign_in(@person)
  end

  def enter_bench_and_gear
    click_on "Benches"
    add_row("Benches", "Name" => "Bench 2", "Pulls" => "50", "Guard contains" => "22")
    add_row("Gear in line", "Name" => "Jaw plates", "Strength" => "15")
    add_row("Gear in line", "Name" => "Old eye bolt")
    assert_text "unknown"
    assert_accessible "benches"
    fill_in "What flew", with: "a pin"
    fill_in "How far", with: "1.8"
    click_on "Note it"
    assert_text "1.80 m"
  end

  def add_row(section, fields)
    find("section[aria-label='#{section}']").click_on("Add")
    within("[role=dialog]") do
      fields.each { |label, value| fill_in label, with: value }
      click_on "Keep it"
    end
    assert_no_selector "[role=dialog]"
    assert_text fields["Name"]
  end

  def plan_the_lot
    visit "/lots/#{@lot.id}/plan"
    assert_text "Nothing says how strong it will be"
    fill_in "Pulls", with: "8"
    fill_in "Expected break", with: "14.5"
    fill_in "Expected scatter", with: "8"
    assert_text "To clear 9.00 kN: 7 pulls clear it with 91 % chance. With the 8 planned: 96 %."
    click_on "Change what is in line"
    add_link("Jaw plates")
    assert_text "one that holds"
    add_link("Old eye bolt")
    assert_text "Cannot promise: the strength of Old eye bolt is not known"
    find("button[aria-label='Take out Old eye bolt']").click
    assert_text "The specimen goes first with"
    assert_accessible "plan"
    assert_fits "plan"
  end

  def add_link(name)
    choose_option("Add from the gear register", name)
    assert_selector "button[aria-label='Take out #{name}']"
  end

  def lose_nothing_by_a_reload
    visit "/lots/#{@lot.id}/plan"
    assert_text "7 pulls clear it"
    assert_field "Expected break", with: "14.5"
  end

  def use_the_plan
    find("button[role=radio]", text: "Bench 2").click
    click_on "Use this plan"
    assert_text "plan 1, by Wren Ashdown"
    assert_selector "[data-testid=force-rule]", text: /Jaw plates 15.0/
    assert_selector "nav a", text: /8 pulls, 96 % sure to clear 9.00 kN/
    assert_equal 200, fetch_status("/api/lots/#{@lot.id}/plan-papers/plan-sheet.pdf")
    find("button", text: "How", match: :first).click
    assert_text "Chance to go first"
    press(:Escape)
  end

  def fetch_status(path)
    page.evaluate_async_script("fetch(#{path.to_json}).then((r) => arguments[0](r.status))")
  end

  def list_and_order_the_specimens
    part "Specimens"
    click_on "New by a pattern"
    fill_in "Pattern of the label", with: "HB-{n:2}"
    click_on "List them"
    assert_text "8 specimens"
    check "Specimen HB-08"
    click_on "Mark as trials"
    assert_text "1 of them trials"
    assert_accessible "specimens"
    visit "/lots/#{@lot.id}/plan?specimen=3" # what a scanned label opens
    assert_checked_field "Specimen HB-03"
    part "Order"
    fill_in "Blocks", with: "2"
    fill_in "Seed", with: "7"
    click_on "Draw an order"
    assert_text "drawn at random, seed 7, 2 blocks by day"
    assert_no_text "HB-08"
  end

  def part(name)
    find("[role=radio]", exact_text: name).click
  end

  def ask_for_tests
    part "Acceptance"
    click_on "Begin a plan"
    choose_option("Begin with", "Loose gear")
    fill_in "Proof load", with: "6"
    click_on "Work it out"
    click_on "Keep the plan"
    assert_text "Missing: proof load (1), wear at the bearing point (1), examination after the proof (1)."
    click_on "Note a result", match: :first
    fill_in "force held", with: "6.1"
    click_on "Keep it"
    assert_text "Missing: wear at the bearing point (1)"
    assert_accessible "acceptance"
    visit "/"
    assert_text "Missing: wear at the bearing point (1), examination after the proof (1)."
  end

  def look_only
    take_in("Pell Viewer", "viewer").then do |viewer|
      sign_out
      sign_in(viewer)
    end
    visit "/lots/#{@lot.id}/plan"
    assert_text "The specimen goes first with"
    assert_no_button "Use this plan"
    assert_no_field "Pulls"
  end
end
