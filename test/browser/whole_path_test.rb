# frozen_string_literal: true

require_relative "../support/browser_case"
require "tmpdir"

# From an empty database to a countersigned statement on paper, by the people whose work it is.
class WholePathTest < BrowserCase
  def test_from_nothing_to_a_paper
    the_first_administrator
    take_in_a_job
    say_what_is_asked
    bring_in_files
    judge_by_keys
    rate_and_sign
    countersign
    print
  end

  private

  def the_first_administrator
    assert_selector "h1", text: "First administrator"
    assert_accessible "first administrator"
    fill_in "Your name, as it stands on papers", with: "Maren Oake"
    fill_in "Name to sign in by", with: "maren"
    fill_in "Password", with: PASSWORD
    click_on "Begin"
    assert_selector "a[aria-current=page]", text: "Today"
    visit "/people"
    add_somebody("Wren Ashdown", "technician")
    add_somebody("Isolde Farrow", "reviewer")
    sign_out
    sign_in(MildAnvil::Store::Models::Person.first(name: "Wren Ashdown"))
  end

  def add_somebody(name, role)
    click_on "Take somebody in"
    fill_in "Name, as it stands on papers", with: name
    fill_in "Name to sign in by", with: name.split.first.downcase
    fill_in "First password", with: PASSWORD
    uncheck "technician" unless role == "technician"
    check role
    assert_accessible "new person"
    find("[role=dialog] button[type=submit]").click
    assert_no_selector "[role=dialog]"
    assert_selector "li", text: name
  end

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
    click_on "Add a claim"
    fill_in "Claimed", with: "7,2"
    fill_in "Pulls planned", with: "3"
    fill_in "Design factor", with: "5"
    fill_in "Marking step", with: "0.05"
    fill_in "How the specimens differ from what will be used", with: "New and dry."
    visit current_path
    assert_field "Claimed", with: "7,2" # what was typed outlives a reload
    assert_accessible "ask"
    click_on "Save"
    assert_text "Saved"
    assert_selector "nav", text: "kN claimed"
  end

  def bring_in_files
    find("nav a[href$='/pull']").click
    assert_text "No pulls yet"
    files = log_files([8120, 8340, 7960])
    broken = File.join(File.dirname(files.first), "torn.csv")
    File.write(broken, "Time [s],Force [kN]\n0,1\n1,2\n0.5,3\n2,4\n")
    attach_file "Log files", [*files, broken], make_visible: true
    assert_text(/3 ready(, \d of them to look at)?, 0 saved, 0 with a question, 1 refused/)
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
    a_letter_in_a_menu_judges_nothing
    find("[role=radio]", exact_text: "Splice").click
    find("h2", text: "Counts as").click
    press("b")
    assert_text "Pull 1 counts as break"
    enter_belongs_to_the_focused_button
    press("j")
    assert_selector "h2", text: "Pull 3"
    press("b")
    assert_text "Pull 3 counts as break"
  end

  def a_letter_in_a_menu_judges_nothing
    find("button[role=combobox][aria-label='How it failed']").click
    assert_selector "[role=listbox]"
    press("b")
    press(:escape)
    assert_no_selector "[role=listbox]"
    assert_equal 0, DATABASE[:judgements].count
  end

  def enter_belongs_to_the_focused_button
    press("j")
    assert_selector "h2", text: "Pull 2"
    page.execute_script("[...document.querySelectorAll('button')].find((b) => /Break/.test(b.textContent)).focus()")
    press(:enter)
    assert_text "Pull 2 counts as break"
    assert_selector "h2", text: "Pull 2"
  end

  def rate_and_sign
    find("h2", text: "Pull 3").click
    press("g")
    press("r")
    assert_selector "h1", text: "Rate: Line with splice"
    assert_text "Tolerance bound, normal"
    assert_text "needs 59 breaks"
    assert_accessible "rate"
    lot = MildAnvil::Store::Models::Lot.first
    statement = MildAnvil::Actions::RateLot.call(lot_id: lot.id).statement
    assert_selector "[data-testid=minimum]", text: statement.dig("minimum", "text")
    assert_selector "[data-testid=working-load]", text: statement.dig("working_load_limit", "text")
    click_on "Sign"
    assert_selector "[role=dialog]", text: "What you sign"
    assert_accessible "what is signed"
    somebody_voids_a_pull(lot)
    sign_what_is_there_now
  end

  # With the rating on the screen, somebody else takes a pull out of it.
  def somebody_voids_a_pull(lot)
    other = take_in("Tobin Marl", "technician")
    MildAnvil::Actions::JudgePull.call(pull_id: lot.pulls.first.id, person_id: other.id, counts_as: "void",
                                       reason: "wrong pin")
    click_on "Sign this"
    assert_text "Not signed: something changed since you looked"
    assert_text "pull 1 was break and is void by Tobin Marl"
    assert_equal 0, DATABASE[:statements].count
    MildAnvil::Actions::JudgePull.undo(pull_id: lot.pulls.first.id, person_id: other.id)
    click_on "Show the rating as it is now"
  end

  def sign_what_is_there_now
    assert_no_selector "[role=dialog]"
    assert_selector "header", text: "Wren Ashdown"
    assert_text "3 break"
    find("button", text: "Sign …").click
    assert_selector "[role=dialog]", text: "What you sign"
    press(%i[control enter]) # passes no dialog

    assert_equal 0, DATABASE[:statements].count
    find("button", text: "Sign …").click if page.has_no_selector?("[role=dialog]", wait: 1)
    click_on "Sign this"
    assert_text "Statement 1 signed"
    assert_equal 1, DATABASE[:statements].count
    assert_equal "rated", DATABASE[:signatures].get(:meaning)
  end

  def countersign
    sign_out
    sign_in(MildAnvil::Store::Models::Person.first(name: "Isolde Farrow"))
    visit "/lots/#{MildAnvil::Store::Models::Lot.first.id}/papers"
    assert_accessible "papers"
    click_on "Countersign"
    find("[role=dialog] button", text: "Countersign").click if page.has_selector?("[role=dialog]", wait: 1)
    assert_text "reviewed and closed"
    assert_equal %w[rated reviewed], DATABASE[:signatures].order(:id).select_map(:meaning)
  end

  def print
    address = find("a", exact_text: "PDF", match: :first)[:href]
    head = page.evaluate_async_script("fetch('#{address}').then((r) => r.blob()).then((b) => b.slice(0, 4).text())" \
                                      ".then(arguments[0])")

    assert_equal "%PDF", head
  end
end
