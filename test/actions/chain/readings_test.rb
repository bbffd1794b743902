# frozen_string_literal: true

require_relative "../../support/store_case"
require_relative "../../support/chain_helpers"

# What checks say about the pulls between them: lots, ratings, signatures.
class ReadingsTest < StoreCase
  include ChainHelpers

  def certified(made, percent = 0.5)
    Chain::Certificates.add(instrument_id: made.id, person_id: person.id,
                            given: { number: "K", issued_on: "2026-01-10", expanded_percent: percent })
    made
  end

  def remarks(made) = Chain::OfLotPage.call(lot_id: made.id)[:remarks]
  def check_line(made) = shown(made)[:check]

  def test_a_pull_is_read_by_the_cell_of_the_plans_bench
    made = cell
    keep_check(made, at: Time.now.round - DAY)
    on = lot_on(made)
    pull = peak(on, "14.50")

    assert_equal made.id, Models::PullInstrument.first(pull_id: pull.id).instrument_id
    assert_empty remarks(on)
    assert_equal "full", check_line(on)[:state]
  end

  def test_without_a_plan_nobody_says_which_cell_and_the_one_that_is_named_counts
    other = cell
    made = lot
    assert_empty Models::PullInstrument.where(pull_id: peak(made, "14.5").id).all
    pull = peak(made, "14.6", instrument_id: other.id)

    assert_equal 1, Chain::OfLotPage.call(lot_id: made.id)[:pulls_without]
    assert_equal other.id, Models::PullInstrument.first(pull_id: pull.id).instrument_id
    assert_match(/without any check/, remarks(made).first)
  end

  # What was pulled since the last good check is in question once the next one fails.
  def test_a_check_that_fails_afterwards_lists_every_pull_since_the_last_good_one
    made = cell
    on = lot_on(made)
    early = break_at(on, "14.00", pulled_at: Time.now - (9 * DAY))
    keep_check(made, at: Time.now.round - (12 * DAY))
    keep_check(made, at: Time.now.round - (8 * DAY))
    late = break_at(on, "14.50", pulled_at: Time.now - (2 * DAY))
    signed = sign(on, fewer_reason: "two")
    keep_check(made, gain: 1.03)
    affected = instrument_page(made)[:affected]

    assert_equal([late.id], affected[:pulls].map { |p| p[:id] })
    refute_includes affected[:pulls].map { |p| p[:id] }, early.id
    assert_equal [signed.number], affected[:lots].first[:statements]
    assert_match(/failed its check of/, affected[:sentence])
    assert_equal ["Pull 2 was read by #{made.name} beside a check that failed."], remarks(on)
    assert_equal "warn", check_line(on)[:state]
    assert_match(/pull 2 has another standing of its instrument: failed/,
                 Actions::RecheckStatement.call(statement_id: signed.id).to_s + changes(signed, on).join)
  end

  def changes(statement, on)
    MildAnvil::Actions::StatementChanges.between(statement.frozen_body.fetch("inputs"),
                                                 Actions::RatingInputs.call(Actions::LotFacts.new(on)))
  end

  def test_signing_over_a_doubted_reading_needs_a_reason_that_is_printed
    made = certified(cell)
    on = lot_on(made)
    3.times { |i| break_at(on, (14 + (i / 10.0)).to_s) }
    keep_check(made, gain: 1.03)
    error = assert_raises(MildAnvil::InvalidInput) { sign(on) }
    assert_match(/beside a check that failed: say why it may be rated all the same/, error.message)

    signed = sign(on, chain_reason: "reads high: the minimum is on the low side after correction")
    body = signed.frozen_body
    assert_match(/beside a check that failed/, body.dig("content", "remarks").join)
    assert_equal "reads high: the minimum is on the low side after correction", signed.chain_reason
  end

  def test_a_reading_outside_the_verified_range_is_told
    made = cell
    on = lot_on(made)
    keep_check(made, at: Time.now.round - DAY)
    break_at(on, "37.20")
    break_at(on, "3.90")
    break_at(on, "36.00")

    assert_equal ["Pulls 1, 2 were read by #{made.name} outside what it is verified for."], remarks(on)
  end

  def test_an_overload_is_noted_by_the_pull_and_clears_with_the_next_good_check
    made = cell
    on = lot_on(made)
    keep_check(made, at: Time.now.round - DAY)
    peak(on, "40.20", pulled_at: Time.now - 3600)
    after = peak(on, "14.00", pulled_at: Time.now - 1800)

    assert_equal "overloaded", made.refresh.checked_state
    assert_equal "40.20", instrument_page(made)[:overloads].first[:value][:text]
    assert_match(/Pulls? .*#{after.number}.* after an overload/, remarks(on).join)
    keep_check(made)
    assert_equal "good", made.refresh.checked_state
    refute_match(/after an overload/, remarks(on).join)
  end

  def test_an_overload_within_the_capacity_is_none_and_one_is_taken_back_with_a_reason
    made = cell
    assert_raises(MildAnvil::InvalidInput) { Chain::Overloads.add(instrument_id: made.id, value: typed(40), person_id: person.id) }
    keep_check(made, at: Time.now.round - DAY)
    row = Chain::Overloads.add(instrument_id: made.id, value: typed(45), person_id: person.id)
    assert_equal "overloaded", made.refresh.checked_state
    Chain::Overloads.withdraw(id: row.id, reason: "typing error", person_id: person.id)
    assert_equal "good", made.refresh.checked_state
  end

  def test_a_check_that_ran_out_is_told_when_it_was_read_so
    made = cell(good_for_days: 5)
    on = lot_on(made)
    keep_check(made, at: Time.now.round - (20 * DAY))
    break_at(on, "14.00", pulled_at: Time.now - (18 * DAY))
    break_at(on, "14.50", pulled_at: Time.now - (2 * DAY))

    assert_equal ["Pull 2 was read by #{made.name} after its check had run out."], remarks(on)
    assert_equal(%w[due lapsed], instrument_page(made)[:affected][:pulls].map { |p| p[:state] })
    assert_equal "lapsed", instrument_page(made)[:state]
    keep_check(made)
    assert_empty remarks(on)
    assert_nil instrument_page(made)[:affected]
  end

  # The lot's uncertainty comes from its instruments: 14 ± 0.6 kN against a claim of 13.6.
  def test_a_verdict_turns_to_cannot_tell_as_the_uncertainty_grows
    breaks = %w[14.30 14.35 14.40 14.32 14.38 14.36]
    verdicts = [0.2, 8.0].map do |percent|
      made = certified(cell, percent)
      on = lot_on(made, claims: [claim("13.6")])
      keep_check(made, at: Time.now.round - DAY)
      breaks.each { |text| break_at(on, text) }
      computed(on).statement["verdicts"]&.first || computed(on).statement
    end
    states = verdicts.map { |v| (v["verdict"] || v)["state"] }

    assert_equal %w[pass cannot_tell], states
  end

  def test_the_shared_uncertainty_is_computed_and_can_be_overruled_with_a_reason
    made = certified(cell, 0.4)
    on = lot_on(made)
    keep_check(made, at: Time.now.round - DAY)
    break_at(on, "20.00")
    page = Chain::OfLotPage.call(lot_id: on.id)
    # certificate 0.2 %, masses 0.02/√3, g 0.002/√3, nothing left in it
    assert_in_delta 1.959964 * Math.sqrt((0.2**2) + ((0.02**2) / 3) + ((0.002**2) / 3)), page[:shared_percent], 5e-4
    assert_match(/computed from the check and certificate of #{made.name}/, page[:shared_source])

    Actions::SaveLot.change(lot_id: on.id, person_id: person.id,
                            values: { terms: { shared_uncertainty_share: 0.02,
                                               shared_uncertainty_source: "two labs" } })
    assert_equal({ percent: 2.0, reason: "two labs" }, Chain::OfLotPage.call(lot_id: on.id)[:overruled])
    terms = Actions::RatingInputs.call(Actions::LotFacts.new(on.refresh))["terms"]
    assert_equal [0.02, "two labs"], terms.values_at("shared_uncertainty_share", "shared_uncertainty_source")
  end

  def test_zeros_around_a_typed_pull_give_its_drift
    made = cell
    on = lot_on(made)
    pull = peak(on, "14.50", zero_before: typed("0.01"), zero_after: typed("-0.02"))
    reading = Chain::OfLotPage.call(lot_id: on.id)[:readings].first

    assert_equal pull.number, reading[:number]
    assert_equal "-0.03", reading[:drift][:text]
  end

  def test_a_recording_with_two_cells_names_both_and_carries_its_drift
    made = cell("Main")
    on = lot_on(made)
    other = cell("Force 2", bench_id: made.bench_id)
    Models::Bench[made.bench_id].update(counting_instrument_id: made.id)
    rows = (0..300).map { |i| two_cells(i) }
    pull = import(on, "Time [s],Force 1 [N],Force 2 [N]\n#{rows.join("\n")}\n",
                  choices: { columns: [{ index: 1, role: "force", unit: "N", main: true }] })

    assert_equal [[0, made.id], [1, other.id]],
                 Models::PullInstrument.where(pull_id: pull.id).order(:position).select_map(%i[position instrument_id])
  end

  # At rest, up to 9 kN, broken, at rest.
  def two_cells(row)
    force = row < 60 ? 0.0 : [9000.0 * (row - 60) / 180, 0.0].max
    force = 0.0 if row > 240
    wobble = ((row * 7919) % 11) - 5
    format("%.2f,%.1f,%.1f", row * 0.05, force + wobble, (force * 1.001) - wobble)
  end

  def test_a_lot_in_another_quantity_has_no_cell
    made = lot(measurand: "torque", display_unit: "N·m", direction: "torsion")
    peak(made, "12", unit: "N·m")

    assert_equal "none", check_line(made)[:state]
    refute Chain::OfLotPage.call(lot_id: made.id)[:measured]
  end

  def test_another_instrument_is_named_afterwards_with_a_reason
    made = cell
    right = cell
    on = lot_on(made)
    pull = peak(on, "14.50")
    Actions::ChangePull.call(pull_id: pull.id, values: { instrument_id: right.id }, reason: "the other cell was on",
                             person_id: person.id, version: pull.version)

    assert_equal [right.id], Models::PullInstrument.where(pull_id: pull.id).select_map(:instrument_id)
  end

  def test_a_scale_that_shows_mass_reads_a_pull_by_g_where_it_was_checked
    made = cell(capacity: typed(500, "N"), resolution: typed("0.1", "N"), shows: "mass")
    rows = %w[0 10 20 40].map { |kg| { applied: typed(kg, "kg"), indicated: typed(kg, "kgf") } }
    given = { series: [{ readings: rows }], gravity: { value: 9.8126 }, checked_at: Time.now.round - DAY }
    seen = Chain::KeepCheck.preview(instrument_id: made.id, given: given)
    Chain::KeepCheck.keep(instrument_id: made.id, given: given, sha256: seen[:sha256], person_id: person.id)
    pull = peak(lot_on(made, display_unit: "kgf"), "20.0", unit: "kgf")

    assert_in_delta 196.252, pull.measurement("peak").value_si, 1e-9
  end
end
