# frozen_string_literal: true

require_relative "../support/browser_case"

# What lasts longer than a pull: a creep test from its start to its horizon on paper, a morning's break below the limit,
# a complaint about valves, what is due.
class LastingJourney < BrowserCase
  ACTS = MildAnvil::Actions
  HOUR = 3600

  def setup
    super
    @person = take_in("Wren Ashdown", "technician")
    @reviewer = take_in("Isolde Marsh", "reviewer")
  end

  def test_a_creep_test_from_its_start_to_its_horizon_on_paper
    sign_in(@person)
    visit "/tests"
    assert_selector "h1", text: "Long tests"
    press("n")
    fill_in "What is tested", with: "Bond at 43 °C"
    fill_in "Travel allowed then", with: "3"
    fill_in "Temperature", with: "43"
    click_on "Begin"
    assert_selector "h1", text: "Bond at 43 °C"
    assert_text "nothing read yet"
    assert_accessible "a long test without readings"
    read_by_hand
    read_before
    assert_text(/mm after 17 days; slowing/)
    assert_text(/In 10 years it will have come to 1\.\d+ mm, with 95 % between .*: within the 3 mm allowed/)
    assert_selector "svg[aria-label*='slowing']"
    report_and_countersign
  end

  # One reading at the rig, and a wrong one that is taken back.
  def read_by_hand
    fill_in "Travel", with: "abc"
    click_on "Keep the reading"
    assert_text "is no number"
    fill_in "Travel", with: "44.0"
    click_on "Keep the reading"
    assert_text "reading kept"
    assert_text "last 44.0 mm"
    within("[aria-label='Readings of Station 1']") { click_on "Withdraw" }
    fill_in "Why", with: "a digit too many"
    within("[role=dialog]") { click_on "Withdraw" }
    assert_no_text "44.0 mm"
  end

  # What other days brought, as the clock has it.
  def read_before
    test = MildAnvil::Store::Models::LongTest.last
    begun = Time.now - (400 * HOUR)
    OwnerDatabase.connection[:long_tests].where(id: test.id).update(started_at: begun)
    [0.1, 0.5, 1, 5, 24, 96, 168, 400].each do |hours|
      text = format("%.4f", 0.42 + (0.081 * (hours**0.21)))
      ACTS::LongTests::KeepReading.call(station_id: test.stations.first.id, person_id: @person.id,
                                        at: begun + (hours * HOUR),
                                        values: { travel: { text: text, unit: "mm" } })
    end
    visit "/tests/#{test.id}"
  end

  def report_and_countersign
    click_on "Sign a report"
    fill_in "In your own words, if they are needed", with: "Goes on to 2,000 h."
    click_on "Sign this"
    assert_text "Report 1"
    sign_out
    sign_in(@reviewer)
    assert_text "Report 1 of Bond at 43 °C"
    click_on "Report 1 of Bond at 43 °C"
    click_on "Countersign"
    assert_text(/reviewed by Isolde Marsh/)
    paper = MildAnvil::Store::Models::LongReportPaper.last

    assert_equal 2, paper.signature_count
    assert paper.bytes.start_with?("%PDF")
  end

  def cord(values, name: "Kite cord 1.3")
    made = ACTS::Watching::Products.add(values: { name: name, display_unit: "N", limit: { text: "540", unit: "N" },
                                                  weekdays: "1234567" }, person_id: @person.id)
    values.each_with_index do |value, i|
      ACTS::Watching::KeepBreak.call(product_id: made.id, value: { text: value.to_s, unit: "N" }, batch: "spool " \
                                                                                                         "#{i / 4}",
                                     at: Time.now - ((values.size - i) * 24 * HOUR), person_id: @person.id)
    end
    made
  end

  CALM = [584, 591, 579, 587, 575, 590, 586, 582, 593, 577, 585, 588, 580, 583, 592, 578, 586, 589, 576, 584,
          587].freeze

  def test_a_morning_below_the_limit_is_asked_in_order_and_let_go
    made = cord(CALM)
    ACTS::Watching::KeepBreak.changed(product_id: made.id, words: "draw die 3 changed", at: Time.now - HOUR,
                                      person_id: @person.id)
    sign_in(@person)
    assert_text "1 not yet"
    click_on "This morning’s breaks"
    assert_text "Kite cord 1.3 is not broken yet today"
    press("n")
    fill_in "Break of Kite cord 1.3", with: "528"
    fill_in "Batch of Kite cord 1.3", with: "spool 12"
    within("[role=dialog]") { click_on "Keep" }
    assert_text "is below its limit: its batch is held"
    click_on "Done"
    asked_in_order
    let_go
  end

  def asked_in_order
    assert_text "draw die 3 changed on"
    assert_accessible "a product below its limit"
    answer("process", "not this", "Die 3 measured: within size")
    answer("chain", "not this", "C-1 hung with 500 N: right within 1 N")
    answer("product", "this is it", "Two more of spool 12 broke at 530 and 526 N")
  end

  def let_go
    sign_out
    sign_in(@reviewer)
    click_on "Kite cord 1.3: 528 N is below its limit"
    click_on "Release with a reason"
    fill_in "Why", with: "Spool 12 is scrapped"
    within("[role=dialog]") { click_on "Let it go" }
    assert_text "Spool 12 is scrapped"
    visit "/"
    assert_no_text "is below its limit"
  end

  def answer(step, choice, words)
    name = { "process" => "The process", "chain" => "The measuring chain", "product" => "The product" }.fetch(step)
    within("[aria-label='Ask in this order']") do
      find("[role=radiogroup][aria-label='Answer: #{name}'] button", text: choice).click
      fill_in "What you looked at, and what it showed", with: words
      click_on "Keep the answer"
    end
    assert_text(/Answered: #{choice}\. #{Regexp.escape(words)}/)
  end

  def test_a_complaint_about_valves_is_closed_by_what_was_ruled_out
    sign_in(@person)
    visit "/tests"
    assert_selector "h1", text: "Long tests"
    press("n")
    choose_option("Kind", "Opening and closing pressure")
    fill_in "What is tested", with: "Relief valves"
    fill_in "Pieces, one a line", with: "New 1; new\nNew 2; new\nUsed 1; used\nUsed 2; used"
    fill_in "What is complained of", with: "opens too early"
    click_on "Begin"
    assert_text "Relief valves"
    { "New 1" => %w[0.302 0.300], "New 2" => %w[0.299 0.301], "Used 1" => %w[0.300 0.298], "Used 2" => %w[0.302 0.301] }
      .each { |name, openings| openings.each { |opening| opened(name, opening) } }
    assert_text(/No difference of 5 % or more/)
    assert_text(/Used ones differ by .* with 95 %: a difference of 5 % is ruled out/)
    click_on "Sign a report"
    click_on "Sign this"
    assert_text "Report 1"

    assert_match(/No difference of 5 %/, MildAnvil::Store::Models::LongReport.last.body)
  end

  def opened(name, opening)
    choose_option("Station", name) unless page.has_selector?("h2", text: "Read #{name}", wait: 0.2)
    fill_in "Setting", with: "0.30"
    fill_in "Opens at", with: opening
    click_on "Keep the reading"
    assert_text "last #{opening} bar"
  end

  def test_at_the_rig_on_a_phone_and_what_is_due
    test = ACTS::LongTests::BeginTest.call(values: { kind: "relaxation", title: "Tendon 4",
                                                     stations: [{ name: "Tendon 4" }] },
                                           person_id: @person.id, started_at: Time.now - (30 * HOUR))
    page.driver.browser.resize(width: 390, height: 844)
    sign_in(@person)
    assert_text "overdue"
    assert_fits "today"
    visit "/tests/#{test.id}"
    fill_in "Force", with: "98.4"
    click_on "Keep the reading"
    assert_text "last 98.4 kN"
    %W[/tests /watch /upkeep /tests/#{test.id}].each do |path|
      visit path
      assert_selector "h1"
      assert_fits path
    end
  ensure
    page.driver.browser.resize(width: 1280, height: 800)
  end

  def test_what_must_be_examined_is_entered_and_comes_due_again
    keeper = take_in("Maren Oake", "administrator", "technician")
    sign_in(keeper)
    visit "/upkeep"
    assert_selector "h1", text: "Examine and retire"
    press("n")
    choose_option("Begin with", "Thorough examination")
    fill_in "Its name", with: "Shop hoist"
    fill_in "Counted from", with: "2025-01-10"
    click_on "Keep the rule"
    assert_text "overdue since 10 January 2026"
    assert_accessible "what must be examined"
    click_on "Done"
    within("[role=dialog]") { click_on "Keep" }
    assert_no_text "overdue"
    click_on "Make the address"
    assert_text "/api/calendar.ics?key=anvil_"
  end
end
