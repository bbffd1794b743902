# frozen_string_literal: true

require_relative "../support/browser_case"
require "tmpdir"
require "net/http"

# From an empty database to a signed rating on paper.
class WholePathTest < BrowserCase
  def test_from_nothing_to_a_paper
    take_in_a_job
    say_what_is_asked
    bring_in_files
    judge_by_keys
    rate_and_sign
    print
  end

  private

  def take_in_a_job
    click_on "Lots"
    assert_text "No jobs yet"
    assert_accessible "empty rack"
    click_on "New job"
    fill_in "Customer", with: "Brindle Works"
    fill_in "What is asked", with: "Hoist lines"
    click_on "Take it in"
    fill_in "Name of the lot", with: "Line with splice"
    assert_accessible "new lot"
    click_on "Add the lot"
    assert_selector "h1", text: "Ask: Line with splice"
  end

  def say_what_is_asked
    fill_in "Claim", with: "7,2"
    fill_in "Pulls planned", with: "3"
    fill_in "How the specimens differ from what will be used", with: "New and dry."
    visit current_path
    assert_field "Claim", with: "7,2" # what was typed outlives a reload
    assert_accessible "ask"
    click_on "Save"
    assert_text "Saved"
    assert_selector "nav", text: "7.20 kN claimed"
  end

  def bring_in_files
    find("nav a[href$='/pull']").click
    assert_text "No pulls yet"
    files = log_files([8120, 8340, 7960])
    broken = File.join(File.dirname(files.first), "torn.csv")
    File.write(broken, "Time [s],Force [kN]\n0,1\n1,2\n0.5,3\n2,4\n")
    attach_file "Log files", [*files, broken], make_visible: true
    assert_text "3 ready, 0 saved, 0 with a question, 1 refused"
    assert_text "Line 4: the time runs backwards"
    assert_accessible "preview"
    click_on "Save 3 pulls"
    assert_text "3 saved"
    assert_equal 3, DATABASE[:pulls].count
    attach_file "Log files", files.first, make_visible: true
    assert_text "pull 1 of this lot already"
  end

  def judge_by_keys
    click_on "Judge them"
    assert_selector "h2", text: "Pull 1"
    assert_selector "[data-testid=curve]"
    assert_accessible "judge"
    find("[role=radio]", text: "Splice").click
    press("b")
    assert_text "Pull 1 counts as break"
    press("j")
    assert_selector "h2", text: "Pull 2"
    press("v")
    assert_text "Say what went wrong."
    fill_in "Cause: needed for a void, and not the value", with: "wrong pin"
    click_on "Count as void"
    assert_text "Pull 2 counts as void"
    click_on "Undo", match: :first
    assert_text "Taken back"
    find("h2", text: "Counts as").click
    press("b")
    assert_text "Pull 2 counts as break"
    press("j")
    assert_selector "h2", text: "Pull 3"
    press("b")
    assert_text "Pull 3 counts as break"
  end

  def rate_and_sign
    press("g")
    press("r")
    assert_selector "h1", text: "Rate: Line with splice"
    assert_text "Tolerance bound, normal"
    assert_text "needs 59 breaks"
    assert_accessible "rate"
    shown = find("[data-testid=minimum]").text
    core = MildAnvil::Actions::RateLot.of(MildAnvil::Store::Models::Lot.first).statement
    assert_includes shown, core.minimum.text
    find("[role=slider]").send_keys(:right)
    assert_text "Back to the lot’s own"
    assert_includes find("[data-testid=working-load]").text, MildAnvil::Actions::RateLot.call(lot_id: core.then {
      MildAnvil::Store::Models::Lot.first.id
    }, what_if: { factor: 6.0 }).statement.working_load_limit.text
    click_on "Sign rating"
    assert_text "Rating 1 signed and frozen"
    assert_in_delta 6.0, MildAnvil::Store::Models::Lot.first.design_factor
  end

  def print
    click_on "Papers", match: :first
    assert_text "Rating statement 1"
    assert_accessible "papers"
    address = find("a", exact_text: "PDF", match: :first)[:href]
    assert_equal "%PDF", Net::HTTP.get(URI.join(page.current_url, address))[0, 4]
  end
end
