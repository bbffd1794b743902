# frozen_string_literal: true

require_relative "../support/browser_case"

# A lesson from its story to its score; a package out and in; what stands on a paper; a record by its code.
class LessonJourney < BrowserCase
  Models = MildAnvil::Store::Models
  Actions = MildAnvil::Actions

  def setup
    super
    @person = take_in("Wren Ashdown", "technician", "administrator")
  end

  def test_a_lesson_from_plan_to_score
    sign_in(@person)
    visit "/practise"
    assert_accessible "the lessons"
    assert_no_text "connector" # what it is about is not told before
    find("button[aria-label='Begin Eight sewn loops']").click
    pull_all
    judge_all
    sign_what_is_promised
    click_on "Back to the lesson"
    click_on "Hand in what I signed"
    assert_text "of 100"
    assert_text(/The promise (holds|is broken)/) # one in twenty honest ones is
    assert_text "The connector broke first"
    assert_text "A pull that ended elsewhere is a lower bound"
    assert_selector "[aria-label=right]", count: 8
    assert_text "It was checked before it was used."
    assert_accessible "the truth"
    visit "/lots"
    assert_no_text "Eight sewn loops"
  end

  def pull_all
    assert_text "0 of 8 pulled"
    click_on "Hang masses on it"
    assert_text "Checked before the first pull."
    (1..8).each do |done|
      find("button", text: "Pull it") # a key while a piece is being pulled pulls no second one
      press("p")
      done == 8 ? assert_no_text("On the bench", exact: true) : assert_text("#{done} of 8 pulled")
    end
    assert_text "The shackle opened and let go", count: 3
  end

  # By what lies on the bench, as anybody would: each piece under its own link.
  def judge_all
    assert_accessible "a lesson under way"
    8.times do |i|
      row = all("section[aria-label=Pulled] li")[i]
      shackle = row.text.include?("shackle")
      row.find("a").click
      assert_text "PRACTICE: the pieces are made up"
      say_that_the_connector_failed if shackle
      find("h2", text: "Counts as").click
      press(shackle ? "l" : "b")
      assert_text "Pull #{i + 1} counts as #{shackle ? 'at least' : 'break'}"
      click_on "Back to the lesson"
      assert_selector "section[aria-label=Pulled] li", count: 8
    end
    assert_no_text "judge it"
  end

  def say_that_the_connector_failed
    find("button[role=combobox][aria-label='What failed']").click
    find("[role=option]", text: "connector").click
  end

  def sign_what_is_promised
    click_on "Rate and sign"
    assert_selector "h1", text: "Rate:"
    find("button", text: "Sign …").click
    click_on "Sign this"
    assert_text "Signed, number 1"
  end

  def test_a_package_goes_out_and_comes_in_and_the_laboratory_stands_on_papers
    sign_in(@person)
    visit "/data"
    fill_in "Name of the laboratory", with: "Weir Laboratory"
    fill_in "Terms, at the end of every paper", with: "Handed on whole."
    click_on "Keep"
    assert_text "Kept by Wren Ashdown"
    attach_file("A package", File.join(FIXTURES, "packages/format-1.zip"))
    assert_text "rows are new"
    assert_text(/made elsewhere with/)
    assert_accessible "papers and data"
    click_on "Take it in"
    assert_text "rows taken in"
    lot = Models::Lot.first(name: "Loop")
    opened_by_its_code(lot)
    attach_file("A package", changed_elsewhere(lot))
    assert_text "1 are other here"
    find("label", text: "take it from the package").find("input").click
    click_on "Take it in"
    assert_text "rows taken in"
    assert_equal "Tape =1+1 \"x\", Ω", lot.refresh.material
  end

  def opened_by_its_code(lot)
    visit "/record/#{lot.uid}"
    assert_selector "h1", text: "Papers: Loop"
    assert_text "A package says 6 acts about this lot that nobody here has proved"
    assert_no_text "Statement 1"
    assert_link "This lot"
    visit "/data"
  end

  # The same package, after the lot was changed here.
  def changed_elsewhere(lot)
    Actions::SaveLot.change(lot_id: lot.id, values: { material: "Nylon" }, person_id: @person.id)
    File.join(FIXTURES, "packages/format-1.zip")
  end
end

# At the rig with a phone, where the line comes and goes.
class WithoutALineJourney < BrowserCase
  def setup
    super
    @person = take_in("Wren Ashdown", "technician")
    job = MildAnvil::Actions::CreateJob.call(customer: "Brindle Works", title: "Loops", person_id: @person.id)
    @lot = MildAnvil::Actions::SaveLot.create(job_id: job.id, person_id: @person.id,
                                              values: { name: "Loop", item_type: "sewn_loop" })
  end

  def type(text)
    fill_in "The display shows", with: text
    press(:enter)
    assert_field "The display shows", with: ""
  end

  def pulls = MildAnvil::Store::Models::Pull.where(lot_id: @lot.id).order(:number).all

  def test_what_is_typed_without_a_line_is_kept_and_sent_once_in_order
    resize(390, 844)
    sign_in(@person)
    visit "/lots/#{@lot.id}/pull"
    type("8.11")
    assert_text "Pull 1 kept"
    line(false)
    %w[8.42 7.93].each { |text| type(text) }
    assert_text "2 entries kept here"
    assert_accessible "what waits for a line"
    assert_equal 1, pulls.size
    line(true)
    assert_no_text "kept here"
    assert_equal([8110.0, 8420.0, 7930.0], pulls.map { |pull| pull.measurement("peak").value_si.round(1) })
    visit "/lots/#{@lot.id}/pull"
    assert_no_text "kept here"
  end

  def line(there) = page.driver.browser.network.emulate_network_conditions(offline: !there)
  def resize(width, height) = page.driver.resize(width, height)
end
