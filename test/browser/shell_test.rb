# frozen_string_literal: true

require_relative "../support/browser_case"
require_relative "../../demo/scenario"

# The shell around the path, on the demo scenario.
class ShellTest < BrowserCase
  SCREENS = %w[/ /lots /library /people ask pull judge rate papers].freeze

  def setup
    super
    MildAnvil::Store::Database.write { Demo::Scenario.load }
    @lot = DATABASE[:lots].where(name: "Eye splice, seven tucks").get(:id)
    visit "/"
  end

  def paths = SCREENS.map { |s| s.start_with?("/") ? s : "/lots/#{@lot}/#{s}" }

  def test_the_shell_on_the_demo
    one_click_signs_in
    every_screen_fits_and_is_accessible_in_both_themes
    keys_palette_and_units
    the_rack_searches
    typing_a_peak
    a_curve_zooms
    a_viewer_changes_nothing
  end

  private

  def one_click_signs_in
    assert_selector "h1", text: "Sign in"
    assert_accessible "sign in"
    click_on "Wren Ashdown"
    assert_selector "a[aria-current=page]", text: "Today"
  end

  def every_screen_fits_and_is_accessible_in_both_themes
    %w[light dark].each do |theme|
      page.execute_script("localStorage.setItem('theme', '#{theme}')")
      paths.each do |path|
        visit path
        assert_selector "h1", visible: :all
        assert_accessible "#{path} #{theme}"
      end
    end
    [[820, 800], [390, 800]].each do |size|
      page.driver.resize(*size)
      paths.each do |path|
        visit path
        assert_selector "h1", visible: :all
        assert_fits "#{path} at #{size.first}"
      end
    end
    page.driver.resize(1280, 800)
  end

  def keys_palette_and_units
    visit "/lots/#{@lot}/rate"
    assert_selector "[data-testid=minimum]", text: "kN"
    press("u")
    assert_selector "[data-testid=minimum]", text: /\d\s?N/
    press("?")
    assert_text "Next unit"
    press(:escape)
    assert_no_text "Every one of them is a button"
    press("/")
    find("[cmdk-input]").fill_in with: "cargo"
    find("[cmdk-item]", text: "Cargo net", match: :first).click # the lot stands before its job
    assert_selector "h1", text: "Rate: Cargo net"
    page.execute_script("localStorage.removeItem('units')")
  end

  def the_rack_searches
    visit "/lots"
    fill_in "Look for lots", with: "oak"
    assert_text "2 lots, each on its own scale"
    assert_no_text "Cargo net"
    fill_in "Look for lots", with: "nothing like this"
    assert_text "Nothing like that"
  end

  def typing_a_peak
    visit "/lots/#{@lot}/pull"
    fill_in "The display shows", with: "1150"
    choose_option "in", "lbf"
    choose_option "in", "kN"
    assert_text "is the unit right?"
    fill_in "The display shows", with: "5.08"
    click_on "Keep this reading"
    assert_text "kept: 5.08 kN"
  end

  def a_curve_zooms
    visit "/lots/#{@lot}/judge"
    assert_selector "[data-testid=curve]"
    whole = find("[data-testid=curve]")[:d]
    click_on "Closer"
    assert_selector "[data-testid=curve]"
    refute_equal whole, find("[data-testid=curve]")[:d]
    click_on "All of the curve"
    find("button[role=radio]", text: "on travel").click
    assert_text "mm"
  end

  # Reads everything; nothing that would change something is offered.
  def a_viewer_changes_nothing
    sign_out
    click_on "Pell Hartley"
    assert_selector "a[aria-current=page]", text: "Today"
    visit "/lots/#{@lot}/judge"
    assert_selector "[data-testid=curve]"
    assert_selector "button[disabled]", text: "Break"
    assert_no_text "Overrule"
    visit "/lots/#{@lot}/ask"
    assert_selector "fieldset[disabled]"
    visit "/lots"
    assert_no_button "New job"
  end
end
