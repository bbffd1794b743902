# frozen_string_literal: true

require_relative "../../support/store_case"
require_relative "../../support/chain_helpers"
require "pdf/reader"

# Checks of instruments: signed as seen, kept with their points, and what they say about the instrument.
class ChecksTest < StoreCase
  include ChainHelpers

  def test_a_check_says_from_where_to_where_and_how_long
    made = cell
    keep_check(made, gain: 1.002)
    page = instrument_page(made)

    assert_equal "good", page[:state]
    assert_equal(%w[4.00 36.00], page.values_at(:low, :high).map { |f| f[:text] })
    assert_match(/It may be used from 4\.00 kN to 36\.0 kN, the highest point checked/, page[:last][:use])
    assert_match(/Good until/, page[:standing])
    assert_equal made.refresh.due, (Time.now + (30 * DAY)).to_date
  end

  def test_what_is_signed_is_what_was_seen
    made = cell
    seen = Chain::KeepCheck.preview(instrument_id: made.id, given: check_of)
    error = assert_raises(MildAnvil::Conflict) do
      Chain::KeepCheck.keep(instrument_id: made.id, given: check_of(gain: 1.001), sha256: seen[:sha256],
                            person_id: person.id)
    end
    assert_match(/not what was on the screen/, error.message)
    assert_empty Models::InstrumentCheck.where(instrument_id: made.id).all
  end

  # Another tolerance of the instrument meanwhile: another verdict than the one that was seen.
  def test_a_rule_that_changed_meanwhile_is_told
    made = cell
    check = check_of(gain: 1.008)
    seen = Chain::KeepCheck.preview(instrument_id: made.id, given: check)
    made.update(tolerance_share: 0.005)
    assert seen[:passed]
    assert_raises(MildAnvil::Conflict) do
      Chain::KeepCheck.keep(instrument_id: made.id, given: check, sha256: seen[:sha256], person_id: person.id)
    end
  end

  def test_a_check_sent_twice_is_one
    made = cell
    check = check_of
    seen = Chain::KeepCheck.preview(instrument_id: made.id, given: check)
    2.times do
      Chain::KeepCheck.keep(instrument_id: made.id, given: check, sha256: seen[:sha256], person_id: person.id,
                            once_key: "abcdefgh")
    end
    assert_equal 1, Models::InstrumentCheck.where(instrument_id: made.id).count
  end

  def test_a_failed_check_leaves_the_earlier_range_and_says_so
    made = cell
    keep_check(made, at: Time.now.round - (5 * DAY))
    keep_check(made, gain: 1.03)
    page = instrument_page(made)

    assert_equal "failed", page[:state]
    assert_match(/Failed its last check/, page[:standing])
    assert_equal "failed", made.refresh.checked_state
    assert_includes(Chain::Reminders.call.map { |r| r[:sentence] }, "#{made.name} failed its check")
  end

  def test_a_withdrawn_check_needs_a_reason_and_no_longer_counts
    made = cell
    check = keep_check(made, gain: 1.03)
    assert_raises(MildAnvil::InvalidInput) do
      Chain::KeepCheck.withdraw(check_id: check.id, reason: " ", person_id: person.id)
    end
    Chain::KeepCheck.withdraw(check_id: check.id, reason: "wrong masses", person_id: person.id)

    assert_equal "never", made.refresh.checked_state
    assert_equal "wrong masses", instrument_page(made)[:checks].first[:withdrawn]
    assert_raises(MildAnvil::Conflict) do
      Chain::KeepCheck.withdraw(check_id: check.id, reason: "again", person_id: person.id)
    end
  end

  def test_bad_input_is_refused_in_words
    made = cell
    rows = ->(*pairs) { { series: [{ readings: pairs.map { |a, i| { applied: typed(a), indicated: typed(i) } } }] } }
    { /do not add up/ => rows.call(%w[10+5=16 15.0]), /goes down before/ => rows.call(%w[20 20], %w[10 10]),
      /one mass says nothing/ => rows.call(%w[0 0], %w[10 10]),
      /overload, and no check/ => rows.call(%w[10 10], %w[50 50]),
      /cannot have shown/ => rows.call(%w[10 10], %w[20 46]), /is not a reading/ => rows.call(%w[10 ten], %w[20 20]),
      /readings/ => { series: [] }, /past/ => check_of(at: Time.now + DAY) }.each do |pattern, given|
      error = assert_raises(MildAnvil::Error, pattern.source) do
        Chain::KeepCheck.preview(instrument_id: made.id, given: given)
      end
      assert_match pattern, error.message
    end
  end

  # 10 kg weigh 98.126 N here, and a scale that was set with masses here shows 10 kg.
  def test_a_scale_set_with_masses_takes_g_here
    made = cell(capacity: typed(500, "N"), resolution: typed("0.1", "N"), shows: "mass", unit: "kgf")
    rows = %w[0 10 20 40].map { |kg| { applied: typed(kg, "kg"), indicated: typed(kg, "kgf") } }
    found = Chain::KeepCheck.preview(instrument_id: made.id, given: { series: [{ readings: rows }],
                                                                      gravity: { value: 9.8126 } })

    assert_in_delta 98.126, found[:points][1][:applied_si], 1e-9
    assert_in_delta 0.0, found[:points].map { |p| p[:error_si].abs }.max, 1e-9
    assert_match(/g 9\.8126/, found[:conditions])
  end

  # The same with a display of force: 0.06 % off, by g alone.
  def test_standard_gravity_is_told_as_what_it_is
    made = cell(capacity: typed(500, "N"), resolution: typed("0.1", "N"))
    rows = %w[0 10 20 40].map { |kg| { applied: typed(kg, "kg"), indicated: typed(kg, "kgf") } }
    found = Chain::KeepCheck.preview(instrument_id: made.id, given: { series: [{ readings: rows }], buoyancy: true })

    assert_match(/g 9\.80665 m.s² \(standard\), buoyancy taken off/, found[:conditions])
    assert_in_delta 0.00015 * 40 * 9.80665, found[:points].last[:error_si], 1e-4
  end

  def test_a_recording_gives_its_steps_and_the_masses_make_the_check
    made = cell(capacity: typed(100, "N"), resolution: typed("0.01", "N"), tolerance_percent: 3.0)
    file = Chain::CheckFile.keep(instrument_id: made.id, name: "steps.csv", person_id: person.id,
                                 bytes: fixture("curves/o12_dead_weight_check.csv"))
    loads = %w[0 2 4 6 8 6 4 2 0].map { |kg| typed(kg, "kg") }
    check = { attachment_id: file[:attachment_id], loads: loads }
    found = Chain::KeepCheck.preview(instrument_id: made.id, given: check)

    assert_equal 9, file[:steps].size
    assert found[:passed]
    assert_match(/Coming back it reads \+0\.2/, found[:sentences].join(" "))
    kept = Chain::KeepCheck.keep(instrument_id: made.id, given: check.merge(checked_at: found[:checked_at]),
                                 sha256: found[:sha256], person_id: person.id)
    assert_equal "file", kept.source
    assert_operator kept.points[3].from_seconds, :>, 60
    Models::Attachment.where(id: file[:attachment_id]).update(content: Sequel.blob("harmed"))
    assert_raises(MildAnvil::Tampered) { Chain::CheckFile.settled(file[:attachment_id]) }
  end

  def test_a_file_without_steps_and_one_with_other_masses_are_refused
    made = cell
    assert_raises(MildAnvil::Error) do
      Chain::CheckFile.keep(instrument_id: made.id, name: "x.csv", bytes: "no table", person_id: person.id)
    end
    file = Chain::CheckFile.keep(instrument_id: made.id, name: "steps.csv", person_id: person.id,
                                 bytes: fixture("curves/o12_dead_weight_check.csv"))
    error = assert_raises(MildAnvil::InvalidInput) do
      Chain::KeepCheck.preview(instrument_id: made.id, given: { attachment_id: file[:attachment_id],
                                                                loads: [typed("0", "kg"), typed("2", "kg")] })
    end
    assert_match(/9 steps and 2 masses/, error.message)
  end

  def test_seven_rising_checks_are_told
    made = cell
    7.times { |i| keep_check(made, gain: 1.0 + (0.001 * i), at: Time.now.round - ((7 - i) * DAY)) }

    assert_match(/Rising seven checks running/, instrument_page(made)[:over_time][:sentences].join)
    assert_equal 7, instrument_page(made)[:over_time][:errors].size
  end

  def test_a_certificate_has_a_number_an_uncertainty_and_runs_out_after_it_was_issued
    made = cell
    good = { number: "K-1", issued_on: "2026-01-10", expires_on: "2027-01-10", expanded_percent: 0.25 }
    Chain::Certificates.add(instrument_id: made.id, given: good, person_id: person.id)
    assert_equal Date.new(2027, 1, 10), made.refresh.due
    page = instrument_page(made)
    assert_equal ["K-1", true], page[:certificates].first.values_at(:number, :in_force)
    assert_equal(["Certificate", "Resolution", "Resolution at zero"], page[:reading][:parts].map { |p| p[:name] })
    [{ number: "" }, { expanded_percent: nil }, { expires_on: "2025-01-01" }, { issued_on: "2099-01-01" },
     { issued_on: "soon" }].each do |bad|
      assert_raises(MildAnvil::InvalidInput, bad.inspect) do
        Chain::Certificates.add(instrument_id: made.id, given: good.merge(bad), person_id: person.id)
      end
    end
  end

  def test_a_certificate_that_ran_out_is_no_part_of_a_reading_and_is_told_on_today
    made = cell
    Chain::Certificates.add(instrument_id: made.id, person_id: person.id,
                            given: { number: "K-2", issued_on: "2020-01-10", expires_on: "2021-01-10",
                                     expanded_percent: 0.2 })

    assert_includes instrument_page(made)[:reading][:unknown], "certificate"
    told = MildAnvil::Actions::Today.call[:instruments_due].map { |r| r[:sentence] }
    assert_match(/The certificate of #{made.name} ran out/, told.join)
  end

  def test_two_cells_in_line_and_the_one_that_counts
    one, other = [cell, cell].each do |made|
      Chain::Certificates.add(instrument_id: made.id, person_id: person.id,
                              given: { number: "K", issued_on: "2026-01-10", expanded_percent: 0.5 })
    end
    lot_on(one)
    other.update(bench_id: one.bench_id)
    Models::Bench[one.bench_id].update(counting_instrument_id: one.id)
    Chain::Crosses.keep(instrument_id: one.id, person_id: person.id,
                        given: { second_id: other.id, readings: [{ first: typed("16.00"), second: typed("16.21") }] })
    said = instrument_page(other)[:last_cross]

    refute said[:passed]
    assert_match(/differ by 0\.210 kN at 16\.0 kN; together they explain 0\.11\d kN\. One of them is wrong/,
                 said[:sentences].first)
    assert_equal "#{one.name} counts, as declared.", said[:sentences].last
    assert_raises(MildAnvil::InvalidInput) do
      Chain::Crosses.keep(instrument_id: one.id, person_id: person.id,
                          given: { second_id: one.id, readings: [{ first: typed(1), second: typed(1) }] })
    end
  end

  def test_the_record_prints_what_the_screen_says
    made = cell("Greek Ω “cell”")
    check = keep_check(made, gain: 1.004)
    paper = Chain::CheckRecord.call(check_id: check.id)
    text = PDF::Reader.new(StringIO.new(paper.content)).pages.map(&:text).join.gsub(/\s+/, " ")

    assert_includes text, "It may be used from 4.00 kN to 36.0 kN"
    assert_includes text, check.sha256
  end

  # What a check came to was of the cell as it was then.
  def test_a_capacity_put_right_later_leaves_the_checks_as_they_were
    made = cell
    keep_check(made)
    Register.change(table: "instruments", id: made.id, values: { name: made.name, capacity: typed(20) }, version: 1,
                    person_id: person.id)

    assert_match(/to 36\.\d kN/, instrument_page(made.refresh)[:last][:use])
  end

  def test_a_check_by_a_clock_that_is_a_little_ahead_counts_at_once
    made = cell
    keep_check(made, at: Time.now.floor + 30)

    assert_equal "good", instrument_page(made.refresh)[:state]
  end

  def test_the_same_check_is_not_signed_twice_without_a_key_either
    made = cell
    at = Time.now.floor - 60
    keep_check(made, at: at)

    assert_match(/signed already/, assert_raises(MildAnvil::Conflict) { keep_check(made, at: at) }.message)
    Chain::KeepCheck.withdraw(check_id: made.refresh.checks.last.id, reason: "wrong mass", person_id: person.id)
    keep_check(made, at: at)
  end
end
