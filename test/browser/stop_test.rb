# frozen_string_literal: true

require_relative "../support/browser_case"
require_relative "../support/bench_desk"
require_relative "../support/hostile_bench"

# What moves can be stopped: from another lot's page by somebody who only looks, from every page of the browser that
# began it; a number without an age is not shown; a cell that is lost leaves a pull.
class StopJourney < BrowserCase
  include BenchDesk

  attr_reader :person

  def setup
    super
    @person = take_in("Wren Ashdown", "technician")
    @job = MildAnvil::Actions::CreateJob.call(customer: "Brindle Works", title: "Hangers", person_id: @person.id)
  end

  def teardown
    @hostile&.stop
    close_desk
    super
  end

  def lot(**values)
    MildAnvil::Actions::SaveLot.create(job_id: @job.id, person_id: @person.id,
                                       values: { item_type: "hanger", terms: { design_factor: 5.0 }, **values })
  end

  # A bench in weather that a test makes, and a slow pull.
  def at_bench(weather = HostileBench::Weather.new(1))
    @weather = weather
    @lot = lot_at_bench(name: "Hanger, printed")
    open_desk(specimen: "rope:30000", rate: 200.0)
    @hostile = HostileBench.new(@port, weather)
    @bench_row.update(address: "127.0.0.1:#{@hostile.port}", identity: "Mild Anvil,Simulated bench,0,1")
    Benching::SaveProcedure.call(name: "Slow break", person_id: @person.id,
                                 content: { kind: "break", steps: [{ does: "zero" }, { does: "break", rate: 0.001 }] })
    patiently { Benching::RecorderLine.ask(@bench_row.id, "shown")[:connected] }
  end

  def begin_here
    sign_in(@person)
    visit "/lots/#{@lot.id}/bench"
    choose_option("What is done", "Slow break")
    find("h1").click
    9.times { press(:Space) }
    assert_text "Begin the pull"
    press(:Enter)
    assert_selector "li[aria-current=step]", text: "To the break"
    patiently { @made.machine.newtons > 150 }
  end

  def stood! = patiently { !@made.machine.moving? }

  # On another lot's page of the same bench, by somebody who may do nothing else.
  def test_a_viewer_stops_it_from_another_lots_page
    at_bench
    other = lot(name: "Another lot")
    content = MildAnvil::Store::Models::Plan.of(@lot.id).content_h
    MildAnvil::Actions::Planning::SavePlan.call(lot_id: other.id, content: content, revision: 0, person_id: @person.id)
    run = start(@lot, "break")
    sign_in(take_in("Pell Marsh", "viewer"))
    visit "/lots/#{other.id}/bench"
    assert_text "Another lot is being pulled at this bench"
    patiently { @made.machine.moving? }
    press(:Escape)
    stood!

    kept = over(run)
    assert_equal "stopped", kept.ended
    assert_includes kept.read(:results)[:notes].map { |note| note[:words] }, "stopped by hand, by Pell Marsh"
  end

  # The start's answer makes the run: nothing says that somebody else pulls; and the band follows on every page.
  def test_the_band_stops_it_on_every_page_of_the_browser_that_began_it
    at_bench
    begin_here
    assert_no_text "Another lot is being pulled"
    visit "/library"
    assert_selector "[role=alert]", text: "is pulling: Hanger, printed"
    assert_accessible "a band over a page"
    visit "/lots/#{@lot.id}/ask"
    assert_selector "[role=alert] button", text: "Stop"
    press(:Escape)
    stood!
    assert_no_selector "[role=alert]", text: "Hanger, printed"
  end

  # Readings stop while commands are answered: grey, then blank; it is stopped, and that is said.
  def test_a_number_without_an_age_is_not_shown
    at_bench
    begin_here
    assert_no_text "no reading"
    @weather.silent = true
    assert_text(/read [01]\.\d s ago/)
    assert_text(/no reading since [2-9] s/)
    assert_equal "–", find("section[aria-label='Force now'] .num", match: :first).text
    stood!
    @weather.silent = false
    assert_text "no reading came for a quarter of a second"
  end

  # It refuses stop for a while: until it stands, that is what is said, large.
  def test_it_is_not_said_to_stand_before_it_does
    at_bench(Stubborn.new(1))
    begin_here
    @weather.stubborn = true
    press(:Escape)
    assert_selector "[role=alert]", text: "Not standing yet"
    assert_accessible "not standing yet"
    @weather.stubborn = false
    stood!
    assert_no_text "Not standing yet"
    assert_text "pull 1, whole"
  end

  # Refuses whatever it is told.
  class Stubborn < HostileBench::Weather
    attr_accessor :stubborn

    def command(_line) = stubborn ? [:refuse, "not now"] : :pass
  end

  def test_a_lost_cell_leaves_a_pull_with_at_least
    at_bench
    begin_here
    line.ask("SIM:CELL 0")
    assert_text "the force cell was lost"
    assert_selector "a", text: "pull 1, whole"
    assert_selector "h2", text: "What failed, and where"
    press("1") # the specimen
    assert_text "Count as at least"
    click_on "pull 1, whole"
    assert_selector "ul[aria-label='What the bench told'] li", text: "the force cell was lost"
    pull = MildAnvil::Store::Models::Pull.first(lot_id: @lot.id)

    assert_equal "dropout", pull.measurement("peak").lower_bound_cause
  end
end
