# frozen_string_literal: true

require_relative "../support/browser_case"
require "tmpdir"

# Files of a logger that says little, a finding that a person knows better, and readings noted by hand.
class CurvesJourney < BrowserCase
  def test_a_logger_without_a_header_is_learnt_and_its_peak_overruled
    open_lot
    answer_for_an_unknown_logger
    overrule_the_peak
    move_a_flag_by_hand_and_by_keys
    type_readings
    see_the_evidence
  end

  private

  attr_reader :person

  def open_lot
    @person = take_in("Wren Ashdown", "technician")
    job = MildAnvil::Actions::CreateJob.call(customer: "Brindle Works", title: "Loops", person_id: person.id)
    values = { name: "Loop, five rows", item_type: "sewn_loop" }
    @lot = MildAnvil::Actions::SaveLot.create(job_id: job.id, values: values, person_id: person.id)
    sign_in(person)
    visit "/lots/#{@lot.id}/pull"
    assert_selector "h1", text: "Pull: Loop, five rows"
  end

  # A pull without header or units: time, kilonewtons, millimetres.
  def bare_file(name, peak)
    body = Array.new(500) do |i|
      format("%.2f %.3f %.3f", i * 0.02, force(i, peak) + ((i % 5) * 0.001), [i - 100, 0].max * 0.01)
    end
    File.join(Dir.mktmpdir, name).tap { |path| File.write(path, "#{body.join("\n")}\n") }
  end

  def force(index, peak) = index.between?(100, 400) ? peak * (index - 100) / 300.0 : 0.0

  def answer_for_an_unknown_logger
    attach_file "Log files", bare_file("a.txt", 8.0), make_visible: true
    assert_text "Which column is the force?"
    choose("column 2 is judged")
    assert_text "In which unit is column 2?"
    choose_in("column 1 in", "s")
    choose_in("column 2 in", "kN")
    choose_in("column 3 is", "displacement")
    choose_in("column 3 in", "mm")
    assert_text "1 ready"
    fill_in "Remember these choices for", with: "Old logger"
    click_on "Remember"
    assert_text "Files like this are read as “Old logger”"
    assert_accessible "import profile"
    attach_file "Log files", bare_file("b.txt", 8.4), make_visible: true
    assert_text "read as “Old logger”"
    click_on "Save 2 pulls"
    assert_text "2 saved"
  end

  def choose_in(label, option)
    find("button[role=combobox][aria-label='#{label}']").click
    find("[role=option]", exact_text: option).click
  end

  # The value that is judged from now on; what was found stays.
  def value_of_pull_1 = MildAnvil::Store::Models::Pull.first(number: 1).measurement("peak").value_si

  def overrule_the_peak
    click_on "Judge them"
    assert_selector "h2", text: "Pull 1"
    within(:xpath, "//dt[.='peak']/..") do
      click_on "Overrule"
      fill_in "Value", with: "7.5"
      fill_in "Reason", with: "the display showed less"
      click_on "Put it beside"
    end
    assert_text "the display showed less"
    assert_in_delta 7500.0, value_of_pull_1
    assert_accessible "overruled"
    within(:xpath, "//dt[.='peak']/..") { click_on "Undo" }
    assert_no_text "the display showed less"
  end

  MIDDLE = "(() => { const r = document.querySelector('[data-flag=peak]').getBoundingClientRect(); " \
           "return [r.x + r.width / 2, r.y + r.height / 2] })()"

  # The dot of the peak is taken and moved along the curve: by pointer, then by arrow keys.
  def move_a_flag_by_hand_and_by_keys
    page.execute_script("document.querySelector('[data-flag=peak]').scrollIntoView({ block: 'center' })")
    x, y = page.evaluate_script(MIDDLE)
    mouse = page.driver.browser.mouse
    mouse.move(x: x, y: y).down
    mouse.move(x: x - 60, y: y + 20, steps: 5).up
    assert_text "moved on the curve"
    moved = value_of_pull_1

    assert_operator moved, :<, 7900
    page.execute_script("document.querySelector('[data-flag=peak]').focus()")
    5.times { press(:left) }
    press(:enter)
    assert_text(/moved on the curve/)
    20.times { value_of_pull_1 == moved ? sleep(0.1) : break }

    assert_operator value_of_pull_1, :<, moved
  end

  def type_readings
    find("nav a[href$='/pull']").click
    find("[role=radio]", text: "Type readings").click
    fill_in "Readings on the way up", with: "0 0\n2.0 0.9\n4.0 1.8\n6.0 2.8"
    fill_in "Broke before", with: "8"
    assert_text "2 numbers on a line: what are they?"
    assert_accessible "numbers on a line"
    choose_option "Each line holds", "reading, then dial"
    choose_option "Dial in", "mm"
    click_on "Keep these readings"
    assert_text "kept with 4 readings"
    assert_equal "between", MildAnvil::Store::Models::Pull.first(number: 3).judgement.counts_as
    assert_accessible "readings"
  end

  def see_the_evidence
    [1, 2].each do |number|
      MildAnvil::Actions::JudgePull.call(pull_id: MildAnvil::Store::Models::Pull.first(number: number).id,
                                         person_id: person.id, counts_as: "break", failed_part: "specimen")
    end
    visit "/lots/#{@lot.id}/rate"
    assert_text(/alibrated by simulating lots like this one/)
    assert_selector "[aria-label='Probability plot of the breaks']"
    assert_text "A flag is no reason to leave a value out"
    assert_accessible "evidence"
    assert_fits "evidence"
  end
end
