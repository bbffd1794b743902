# frozen_string_literal: true

require_relative "../support/browser_case"
require_relative "../support/bench_desk"

# A lot at a simulated bench by keyboard alone: looked at, pulled, stopped, judged, the next one.
class BenchJourney < BrowserCase
  include BenchDesk

  attr_reader :person

  def teardown
    super
    close_desk
  end

  def test_a_pull_by_keyboard_alone_and_one_that_is_stopped
    set_up
    open_desk(specimen: "print:3000")
    connected
    sign_in(@person)
    go_to_the_bench
    pull_one
    stop_one
    judge_what_there_is
  end

  private

  def set_up
    @person = take_in("Wren Ashdown", "technician")
    job = MildAnvil::Actions::CreateJob.call(customer: "Brindle Works", title: "Hangers", person_id: @person.id)
    @job = job
    @lot = lot_at_bench(name: "Hanger, printed")
    MildAnvil::Actions::Planning::SpecimenList.add(lot_id: @lot.id, count: 3, pattern: "PH-{n:2}",
                                                   person_id: @person.id)
  end

  # As StoreCase has it, for whoever is signed in.
  def lot(**values)
    MildAnvil::Actions::SaveLot.create(job_id: @job.id, person_id: @person.id,
                                       values: { item_type: "hanger", terms: { design_factor: 5.0 }, **values })
  end

  def go_to_the_bench
    visit "/lots/#{@lot.id}/pull"
    assert_selector "a", text: /To Bench/
    press("b")
    assert_text "Next: PH-01"
    assert_text "Look at 9 more"
    assert_accessible "before a pull"
    assert_fits "before a pull"
  end

  def look_at_all
    9.times { press(:Space) }
    assert_text "Begin the pull"
  end

  def pull_one
    look_at_all
    press(:Enter)
    assert_text(/It broke/)
    assert_selector "h2", text: "What failed, and where"
    assert_accessible "after a pull"
    press("1") # the specimen
    assert_text "Count as break"
    press("c")
    assert_text "Counts as break"
    press("n")
    assert_text "Next: PH-02"
  end

  def stop_one
    choose_option("What is done", "Staged")
    find("h1").click # the list has Space for itself
    look_at_all
    press(:Enter)
    assert_selector "li[aria-current=step]", text: "Hold 30 s"
    press("e")
    assert_accessible "a pull"
    press(:Escape)
    assert_text "stopped"
    assert_selector "a", text: "pull 2, whole"
    assert_equal :stopped, @made.machine.state
    click_on "Let the load off"
    assert_no_text "Let the load off"
  end

  def judge_what_there_is
    click_on "pull 2, whole"
    assert_selector "h2", text: "Pull 2"
    assert_text "Read by C-9"
    visit "/lots/#{@lot.id}/judge?pull=999999" # never another one in its place
    assert_text "This lot has no such pull"
    run = MildAnvil::Store::Models::Run.order(:id).last

    assert_equal %w[finished stopped], [run.state, run.ended]
    assert_includes run.read(:results)[:notes].map { |note| note[:kind] }, "event"
  end
end
