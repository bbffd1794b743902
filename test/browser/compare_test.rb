# frozen_string_literal: true

require_relative "../support/browser_case"

# Judged blind; a study of three factors with its level curve, concluded, signed and countersigned; a lot that only
# ranks; what a limit becomes in use.
class CompareJourney < BrowserCase
  ACTS = MildAnvil::Actions
  STUDY = [{ name: "Rows", kind: "quantity", unit: "rows", levels: [4, 6, 8].map { |n| { name: n.to_s, value: n } } },
           { name: "Thread", levels: [{ name: "polyester" }, { name: "aramid" }] },
           { name: "Order", levels: [{ name: "sewn first" }, { name: "heat-set first" }] }].freeze

  def setup
    super
    @person = take_in("Wren Ashdown", "technician")
    @reviewer = take_in("Isolde Marsh", "reviewer")
    @job = ACTS::CreateJob.call(customer: "Brindle Works", title: "Straps", person_id: @person.id)
  end

  def lot(name, **values)
    ACTS::SaveLot.create(job_id: @job.id, person_id: @person.id,
                         values: { name: name, item_type: "sewn_loop", terms: { design_factor: 5.0 }, **values })
  end

  def broken(lot, *forces)
    forces.each do |force|
      pull = ACTS::RecordPeak.call(lot_id: lot.id, text: format("%.2f", force), unit: "kN", person_id: @person.id)
      ACTS::JudgePull.call(pull_id: pull.id, counts_as: "break", failed_part: "specimen", zone: "stitching",
                           mode: "torn", person_id: @person.id)
    end
    lot
  end

  def test_pulls_are_judged_blind_and_both_words_are_kept
    made = lot("Strap, four rows")
    log_files([8120]).each do |path|
      ACTS::ImportRecording.call(lot_id: made.id, name: "a.csv", source: File.read(path), person_id: @person.id)
    end
    sign_in(@person)
    visit "/lots/#{made.id}/judge"
    click_on "Judge blind"
    assert_selector "h1", text: "Judge blind"
    assert_no_text "8.12"
    assert_accessible "a pull without its force"
    press("1")
    find("button", text: "Stitching").click
    click_on "Say it and reveal"
    assert_selector "[data-testid=revealed]", text: /Pull 1 of Strap, four rows, 8\.1\d+ kN/
    click_on "Judge it now"
    assert_text(/Said blind by Wren Ashdown: specimen, stitching/)
    press("b")
    assert_text "Pull 1 counts as break"
    row = MildAnvil::Store::Models::Judgement.last

    assert_equal ["specimen", "stitching"], row.values.values_at(:failed_part, :zone)
    assert_equal "stitching", MildAnvil::Store::Models::BlindJudgement.last.zone
  end

  # Rows add less and less; aramid carries more where it is sewn first.
  def study_of_three_factors
    study = ACTS::SaveStudy.call(job_id: @job.id, name: "How it is sewn", factors: STUDY, person_id: @person.id)
    random = Random.new(4)
    cells = study.factors.map(&:levels).then { |first, *rest| first.product(*rest) }
    cells.map do |rows, thread, order|
      made = lot("Strap, #{rows.name} rows, #{thread.name}, #{order.name}")
      ACTS::AssignLevels.call(lot_id: made.id, level_ids: [rows, thread, order].map(&:id), person_id: @person.id)
      mean = { "4" => 8.0, "6" => 9.4, "8" => 9.8 }.fetch(rows.name)
      mean += 1.2 if thread.name == "aramid" && order.name == "sewn first"
      broken(made, *Array.new(3) { mean + (0.2 * random.rand) })
    end
  end

  def test_a_study_of_three_factors_is_compared_concluded_and_countersigned
    lots = study_of_three_factors
    sign_in(@person)
    visit "/lots/#{lots.first.id}/compare"
    assert_text(/Rows\s+yes: 1\.\d+ kN from 4 to 8/)
    assert_text(/Thread × Order\s+yes/)
    assert_text(/one level more is worth .* from 4 to 6 .* it flattens\. Nothing is said below 4 or above 8/)
    assert_selector "[aria-label='Groups on one axis'] [role=button]", count: 12
    assert_accessible "a comparison of twelve lots"
    assert_fits "a comparison of twelve lots"
    find("[aria-label='Groups on one axis'] [role=button][aria-label*='8 rows, polyester, sewn first']").click
    assert_selector "[data-testid=pair-answer]", text: /“Strap, 8 rows, polyester, sewn first” carries .* kN more/
    conclude(lots)
    countersign(lots)
    at_phone(lots)
  end

  def conclude(lots)
    find("h1").click
    press(%i[control enter])
    assert_text "What you conclude"
    find("label", text: /Rows makes a difference/).click
    fill_in "In your own words, if they are needed", with: "Eight rows from now on."
    assert_accessible "what is concluded"
    click_on "Sign this"
    assert_text "Conclusion 1 signed"
    assert_selector "[data-testid=signed]", text: /Eight rows from now on\./
    assert_selector "nav a", text: /Compare\s*1 conclusion/
    assert_equal 2, MildAnvil::Store::Models::Conclusion.first.frozen_body["sentences"].size
    assert_equal lots.size, MildAnvil::Store::Models::Conclusion.db[:conclusion_lots].count
  end

  def countersign(lots)
    sign_out
    sign_in(@reviewer)
    visit "/lots/#{lots.last.id}/compare"
    click_on "Countersign"
    assert_text "Conclusion 1 countersigned"
    assert_text(/concluded by Wren Ashdown.*reviewed by Isolde Marsh/)
    status = page.evaluate_async_script("fetch('/api/conclusions/1/paper'.replace('1', arguments[0])).then((a) => " \
                                        "arguments[1](a.status + ' ' + a.headers.get('content-type')))",
                                        MildAnvil::Store::Models::Conclusion.first.id)

    assert_equal "200 application/pdf", status
  end

  def at_phone(lots)
    page.driver.resize(390, 800)
    visit "/lots/#{lots.first.id}/compare"
    assert_text "What makes a difference"
    assert_fits "a comparison on a phone"
  ensure
    page.driver.resize(1280, 800)
  end

  def test_a_lot_that_only_ranks_gets_an_index_and_no_limit
    reference = broken(lot("Strap of last year"), 8.0, 8.2, 8.1, 7.9)
    made = broken(lot("Strap of this year", relative_only: true, reference_lot_id: reference.id), 9.6, 9.9, 9.7, 9.8)
    sign_in(@person)
    visit "/lots/#{made.id}/rate"
    assert_text(/1\.21 times as strong as Strap of last year \(1\.\d+ to 1\.\d+\)/)
    assert_text "no minimum and no limit follow from it"
    assert_no_selector "[data-testid=working-load]"
    assert_no_text "In use"
    find("nav a", text: "Compare").click
    assert_selector "[data-testid=pair-answer]",
                    text: /“Strap of this year” carries 1\.\d+ kN more than “Strap of last year”/
    assert_text(/That is 1\.21 times as much/)
  end

  def test_a_limit_is_read_as_it_is_used
    claim = { text: "1.2", unit: "kN", measure: "working_load", kind: "minimum" }
    made = broken(lot("Strap, six rows", claims: [claim]), 9.4, 9.5, 9.3, 9.6, 9.45)
    sign_in(@person)
    visit "/lots/#{made.id}/rate"
    assert_selector "section[aria-label='In use'] tr", text: /school of 7/
    assert_text(/The claimed working load of 1\.20 kN states no factor: with 5 it means 6\.00 kN, which the minimum/)
    find("[role=tab]", text: "Hung").click
    choose_option("How it is hung", "On two legs")
    assert_selector "[data-testid=sling-answer]", text: /× 1\.73 on two legs, 30° from the vertical, rounded down/
    fill_in "Angle", with: "70"
    assert_text(/beyond 60° no sling is used/)
    fill_in "Angle", with: "45"
    assert_selector "[data-testid=sling-answer]", text: /× 1\.41 on two legs/
    assert_accessible "a limit in use"
  end
end
