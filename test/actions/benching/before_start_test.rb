# frozen_string_literal: true

require_relative "../../support/store_case"
require_relative "../../support/bench_desk"

# What must not be begun, and what is said before: the piece, what is in line, the cell, the machine, who may.
class BeforeStartTest < StoreCase
  include BenchDesk

  Readiness = Benching::Readiness

  def setup
    ENV["RECORDER_SOCKET"] = "/nonexistent/recorder.sock"
  end

  def teardown
    ENV.delete("RECORDER_SOCKET")
    super
  end

  def planned(lot, *train)
    plan = Models::Plan.of(lot.id)
    content = { **plan.content_h, train: [{ name: "Hanger", specimen: true }, *train] }
    Actions::Planning::SavePlan.call(lot_id: lot.id, content: content, revision: plan.revision, person_id: person.id)
  end

  def shackle(strength) = { name: "Shackle", strength: strength && typed(strength) }.compact
  def refusals(lot, key = "break") = made(lot, key).then { |readiness, made| readiness.refusals(made) }

  def made(lot, key = "break")
    readiness = Readiness.new(lot)
    [readiness, Benching::Procedures.of(key, readiness).last]
  end

  def test_a_piece_that_the_lot_does_not_have_is_not_pulled
    lot = lot_at_bench
    Actions::Planning::SpecimenList.add(lot_id: lot.id, count: 2, pattern: "PH-{n:2}", person_id: person.id)
    error = assert_raises(MildAnvil::InvalidInput) { start(lot, specimen_number: 999) }

    assert_equal({ specimen_number: "is not in the lot" }, error.details[:fields])
    assert_equal 0, Models::Run.count
  end

  # The limit that the bench gets is never above the weakest thing in line.
  def test_what_is_in_line_bounds_the_force
    lot = lot_at_bench(expected: "3")
    free = Readiness.new(lot).limits[:force_limit]
    planned(lot, shackle("13"))
    readiness = Readiness.new(lot)

    assert_operator free, :>, 13_000
    assert_in_delta 13_000, readiness.limits[:force_limit]
    assert_in_delta free, readiness.limits(overruled: [:gear])[:force_limit]
    assert_empty refusals(lot)
  end

  def test_gear_that_is_weaker_than_the_break_or_unknown_stands_in_the_way
    lot = lot_at_bench(expected: "20")
    planned(lot, shackle("13"), { name: "Old link" })

    assert_equal(%i[unknown gear], refusals(lot).map { |row| row[:key] })
    assert_match(/“Shackle” in line bears 13\.0 kN, and 20\.0 kN/, refusals(lot).last[:words])
    assert_match(/how strong “Old link” is/, refusals(lot).first[:words])
  end

  # The reviewer's word lets it go above, and stands with the run.
  def test_a_reviewer_answers_for_the_gear_by_name
    lot = lot_at_bench(expected: "20")
    planned(lot, shackle("13"))
    assert_raises(MildAnvil::Forbidden) { start(lot, reason: "it is new") }
    assert_raises(MildAnvil::Conflict) { start(lot, reason: "it is new", roles: %w[reviewer]) } # nobody records
    run = Models::Run.order(:id).last

    assert_operator run.force_limit_newtons, :>, 13_000
    assert_match(/bears 13/, run.read(:overruled).first)
  end

  # Nobody ticks nine points to learn that they may not begin.
  def test_whoever_may_not_overrule_learns_it_before_the_checklist
    lot = lot_at_bench(expected: "48")

    assert_raises(MildAnvil::Forbidden) do
      Benching::StartRun.call(lot_id: lot.id, procedure: "break", checklist: {}, person_id: person.id,
                              roles: %w[technician], reason: "it bears that")
    end
  end

  def certificate(lot, **given)
    cell = Readiness.new(lot).cell
    Actions::Chain::Certificates.add(instrument_id: cell.id, person_id: person.id,
                                     given: { number: "K-1", issued_on: "2026-01-10", expanded_percent: 0.5, **given })
    cell.update(checked_state: "never", checked_low_newtons: nil, checked_high_newtons: nil)
  end

  # An outside laboratory's certificate in force counts for what it covers.
  def test_a_certificate_in_force_counts_as_a_check
    lot = lot_at_bench
    certificate(lot)
    cell = Readiness.new(lot).cell
    cell.update(verified_low_newtons: nil, verified_high_newtons: nil)
    assert_match(/without its range/, refusals(lot).first[:words])
    cell.update(verified_low_newtons: 500.0, verified_high_newtons: 10_000.0)
    assert_empty refusals(lot)
    cell.update(verified_high_newtons: 2000.0)

    assert_match(/verified to 2\.00 kN/, refusals(lot).first[:words])
    Models::Certificate.dataset.update(expires_on: "2026-02-01")
    assert_match(/never checked/, refusals(lot).first[:words])
  end

  def test_a_piece_whose_soak_is_not_over_is_told_before_and_kept
    lot = lot_at_bench
    Actions::Planning::SpecimenList.add(lot_id: lot.id, count: 1, pattern: "PH-{n:2}", person_id: person.id)
    piece = lot.specimens_dataset.first
    Models::Preparation.create(specimen_id: piece.id, batch: ULID.generate, position: 0, kind: "conditioning",
                               name: "soak", source: "own", content: "{}", hours: 8.0, under_load: false,
                               starts_at: Time.now - 3600, person_id: person.id)
    shown = Benching::ShowBench.call(lot_id: lot.id)[:procedures].find { |row| row[:key] == "break" }

    assert_match(/PH-01 is not ready: “soak” lasts until/, shown[:warnings].first)
    assert_raises(MildAnvil::Conflict) { start(lot) }
    assert_match(/not ready/, Models::Run.order(:id).last.read(:warnings).first)
  end

  # The newest procedure of the shop is nobody's proposal.
  def test_what_is_proposed_is_this_lots_own
    lot = lot_at_bench
    quick_proof
    proposed = -> { Benching::ShowBench.call(lot_id: lot.id)[:proposed] }
    assert_equal "break", proposed.call

    Models::Run.create(lot_id: lot.id, bench_id: @bench_row.id, procedure: '{"name":"Staged","key":"staged"}',
                       checklist: "{}", overruled: "[]", person_id: person.id, driver_id: person.id, state: "finished",
                       ended_at: Time.now)
    assert_equal "staged", proposed.call
    Models::Run.dataset.delete
    plan = Models::Plan.of(lot.id)
    Actions::Planning::SavePlan.call(lot_id: lot.id, content: plan.content_h.except(:expected),
                                     revision: plan.revision, person_id: person.id)
    assert_nil proposed.call
  end
end
