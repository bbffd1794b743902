# frozen_string_literal: true

require_relative "../support/browser_case"
require_relative "../support/bench_desk"

# Whole lots at a bench: six by keyboard alone; a proof that fails into quarantine; a pull that was interrupted, found
# on Today and finished; a procedure of the shop's own.
class BenchLotsJourney < BrowserCase
  include BenchDesk

  attr_reader :person

  def setup
    super
    @person = take_in("Wren Ashdown", "technician", "administrator")
    @job = MildAnvil::Actions::CreateJob.call(customer: "Brindle Works", title: "Hangers", person_id: @person.id)
  end

  def teardown
    super
    close_desk
  end

  def lot(**values)
    MildAnvil::Actions::SaveLot.create(job_id: @job.id, person_id: @person.id,
                                       values: { item_type: "hanger", terms: { design_factor: 5.0 }, **values })
  end

  def at_bench(pieces:, **values)
    @lot = lot_at_bench(name: "Hanger, printed", **values)
    MildAnvil::Actions::Planning::SpecimenList.add(lot_id: @lot.id, count: pieces, pattern: "PH-{n:2}",
                                                   person_id: @person.id)
    open_desk(specimen: "print:3000")
    connected
    sign_in(@person)
    visit "/lots/#{@lot.id}/bench"
  end

  def look_and_begin
    9.times { press(:Space) }
    assert_text "Begin the pull"
    press(:Enter)
  end

  def test_a_lot_of_six_by_keyboard_alone
    at_bench(pieces: 6)
    (1..6).each do |number|
      assert_text "Next: PH-0#{number}"
      look_and_begin
      assert_text(/It broke/)
      assert_selector "h2", text: "What failed, and where"
      press("1")
      assert_text "Count as break"
      press("c")
      assert_text "Counts as break"
      press("n")
    end
    states = MildAnvil::Store::Models::Pull.where(lot_id: @lot.id).all.map { |pull| pull.judgement.counts_as }

    assert_equal ["break"] * 6, states
  end

  def test_a_proof_that_fails_goes_into_quarantine_and_is_decided
    at_bench(pieces: 3, requirements: [{ text: "2.5", unit: "kN", measure: "working_load" }])
    choose_option("What is done", "Proof")
    find("h1").click
    look_and_begin
    assert_text "The proof is not passed"
    assert_text "PH-01 is in quarantine"
    assert_accessible "a piece in quarantine"
    press("n")
    assert_text "its siblings are on hold"
    decide_on_today
  end

  def decide_on_today
    visit "/"
    assert_text "in quarantine"
    find("a", text: "PH-01").click
    assert_text "PH-01 is in quarantine" # still told at the bench
    fill_in "Inspected by", with: "Isolde Farrow"
    fill_in "Why it failed", with: "weaker than its proof: printed across the layers"
    choose_option("What becomes of it", "scrapped")
    click_on "Decide"
    assert_no_text "its siblings are on hold"
    row = MildAnvil::Store::Models::Quarantine.first.latest

    assert_equal ["scrapped", "Isolde Farrow", false], [row.disposition, row.inspector, row.siblings_held]
  end

  # The recorder was killed in mid-pull; somebody finds what there is, and finishes it.
  def test_an_interrupted_pull_is_found_on_today_and_judged
    at_bench(pieces: 2)
    choose_option("What is done", "Staged")
    find("h1").click
    look_and_begin
    assert_selector "li[aria-current=step]", text: "Hold 30 s"
    cut_off
    over(MildAnvil::Store::Models::Run.order(:id).last)
    visit "/"
    assert_text "was interrupted"
    click_on "Judge what there is"
    assert_text "Interrupted"
    press("l")
    fill_in "Cause: needed, and not the value", with: "the recorder was killed" if page.has_field?(
      "Cause: needed, and not the value", wait: 1
    )
    click_on "Count as at least" if page.has_button?("Count as at least", wait: 1)
    assert_text(/at least by Wren|counts as at least/i)
    visit "/"
    assert_selector "a[aria-current=page]", text: "Today"
    assert_no_text "was interrupted"
  end

  def cut_off
    journal = Dir[File.join(@var, "journal/*.journal")].first
    cut = File.binread(journal)[0..-20]
    name = File.basename(journal)
    close_desk
    @var = Dir.mktmpdir
    FileUtils.mkdir_p(File.join(@var, "journal"))
    File.binwrite(File.join(@var, "journal", name), cut)
    kept = @var
    ENV["RECORDER_SOCKET"] = File.join(kept, "run.sock")
    @desk_stops = false
    @desk = Thread.new { Benching::RecorderDesk.new(kept).run { @desk_stops } }
  end

  def test_a_procedure_of_ones_own_is_made_drawn_and_run
    at_bench(pieces: 2, requirements: [{ text: "0.5", unit: "kN", measure: "working_load" }])
    visit "/library"
    find("section[aria-label='Procedures of a bench']").click_on("Add a procedure")
    fill_in "Name", with: "Quick proof"
    assert_selector "svg[aria-label='The load over time, as planned']"
    assert_accessible "a procedure being written"
    fields = all(:field, "For")
    fields.first.fill_in(with: "2")
    all(:field, "Rate").first.fill_in(with: "2000")
    click_on "Keep the procedure"
    assert_text "Own, revision 1"
    run_it
  end

  def run_it
    visit "/lots/#{@lot.id}/bench"
    choose_option("What is done", "Quick proof")
    find("h1").click
    look_and_begin
    click_on "All sound: go on"
    assert_text "The proof is passed"
    fill_in "Witness", with: "Odo Fenwick"
    click_on "Give out the certificate"
    assert_text(/PC-\d{4}-0001/)
    assert_accessible "a certificate"
    assert_fits "a certificate"
  end
end
