# frozen_string_literal: true

require_relative "../../support/committed_case"
require_relative "../../support/proved"
require_relative "../../support/at_once"

# What follows from a proof: a certificate for what passed, quarantine for what did not; what is told after a pull.
class ProofsTest < CommittedCase
  include Proved
  include AtOnce

  Proving = Actions::Proving

  def test_a_passed_proof_gets_one_certificate_with_its_witness_and_when_it_is_due
    run = proved
    row = certify(run, witness: { name: "Odo Fenwick", body: "Fernhollow Survey", mark: "F7" })
    name, bytes = Papers.read(row.id)
    text = text_of(bytes)

    assert_equal ["PC-#{Time.now.year}-0001.pdf", row.sha256], [name, OpenSSL::Digest::SHA256.hexdigest(bytes)]
    lowest = run.read(:results)[:outcomes].filter_map { |one| one[:figures][:lowest_newtons] }.first
    assert_operator text[/lowest (\d\.\d+) kN/, 1].to_f * 1000, :<=, lowest
    assert_in_delta lowest, text[/lowest (\d\.\d+) kN/, 1].to_f * 1000, 10
    ["Proof certificate", row.number, "Odo Fenwick, Fernhollow Survey, mark F7", "held 1.0 s", "Examine by",
     "a load above the proof load"].each { |words| assert_includes text, words }
    assert_equal run.ended_at.to_date >> 12, row.examination_due
    assert_equal run.ended_at.to_date >> 60, row.load_test_due
    replaced_only_with_a_reason(run, row)
  end

  def replaced_only_with_a_reason(run, row)
    error = assert_raises(MildAnvil::Conflict) { certify(run) }
    assert_match(/was given out for it: say why/, error.message)
    other = certify(run, reason: "the name of the witness was wrong")

    assert_equal [row.id, "PC-#{Time.now.year}-0002"], [other.replaces_id, other.number]
    assert_includes text_of(Papers.read(other.id).last), "PC-#{Time.now.year}-0001: the name of the witness was wrong"
    assert_equal([other.number], Proving::Dues.coming(days: 400).map { |due| due[:number] })
  end

  def test_sent_twice_it_is_given_out_once_and_a_witness_has_a_name
    run = proved
    assert_raises(MildAnvil::InvalidInput) { certify(run, witness: { body: "Fernhollow Survey" }) }
    rows = Array.new(2) { certify(run, once_key: "certificate-1") }

    assert_equal 1, rows.map(&:id).uniq.size
  end

  # A proof that was passed, without a bench.
  def written(lot)
    steps = [{ does: "ramp", to: 1000, rate: 10 }, { does: "hold", seconds: 5 }]
    Models::Run.create(lot_id: lot.id, bench_id: @bench_row.id, procedure: JSON.generate(name: "P", steps: steps),
                       checklist: "{}", overruled: "[]", results: "{}", proof_passed: true, state: "finished",
                       ended_at: Time.now, person_id: person.id, driver_id: person.id)
  end

  def test_eight_at_once_get_eight_numbers_and_one_proof_gets_one
    lot = lot_at_bench
    runs = Array.new(8) { written(lot) }

    assert_equal [:done] * 8, at_once(8) { |i| certify(runs[i]) }
    numbers = Models::ProofCertificate.order(:number).select_map(:number).map { |number| number[-4..].to_i }
    assert_equal (1..8).to_a, numbers
    other = written(lot)
    assert_equal({ done: 1, Conflict: 7 }, at_once(8) { certify(other) }.tally)
  end

  def test_none_is_given_while_loose_gear_lacks_a_valid_certificate
    run = proved
    gear = { lot_id: run.lot_id, person_id: person.id }
    bare = Proving::LooseGears.add(name: "Hook", **gear)
    old = Proving::LooseGears.add(name: "Block", certificate: "B-1", valid_until: (Date.today - 1).iso8601, **gear)
    error = assert_raises(MildAnvil::Conflict) { certify(run) }

    assert_match(/Hook has no certificate; Block has a certificate that ended on/, error.message)
    [bare, old].each { |row| Proving::LooseGears.remove(id: row.id, person_id: person.id) }
    Proving::LooseGears.add(name: "Shackle", mark: "S3", certificate: "B-2", valid_until: Date.today.iso8601, **gear)
    assert_includes text_of(Papers.read(certify(run).id).last), "Shackle S3: certificate B-2"
    assert_raises(MildAnvil::InvalidInput) { Proving::LooseGears.add(name: "Hook", valid_until: "soon", **gear) }
  end

  def test_a_certificate_whose_bytes_were_changed_is_not_handed_out
    row = certify(proved)
    OwnerDatabase.connection[:proof_certificates].where(id: row.id).update(document: Sequel.blob("%PDF-1.4 forged"))

    assert_raises(MildAnvil::Tampered) { Papers.read(row.id) }
    assert_raises(Sequel::DatabaseError) { Models::ProofCertificate.where(id: row.id).update(number: "PC-1") }
  end

  def test_a_failed_proof_is_set_aside_and_holds_its_siblings_until_it_is_decided
    run = proved(sound: false)
    kept = run.quarantine

    assert_equal ["not sound: bearing play, stirrup, bolt", true], [kept.found, Proving::Quarantines.shown(kept)[:holding]]
    assert_match(/proof was not passed/, Certify.against(run))
    error = assert_raises(MildAnvil::Conflict) { start(run.lot, "break") }
    assert_match(/its siblings are on hold/, error.message)
    assert_equal([kept.id], Actions::Today.call[:quarantines].map { |row| row[:id] })
    decided(kept)
    refute_match(/on hold/, Benching::ShowBench.call(lot_id: run.lot_id)[:procedures].map { |p| p[:refusals] }.to_s)
  end

  def decide(kept, **rest)
    Proving::Quarantines.decide(id: kept.id, person_id: person.id, inspector: "Wren Ashdown", cause: "a cold weld",
                                **rest)
  end

  def decided(kept)
    decide(kept)
    assert Proving::Quarantines.shown(kept.refresh)[:holding], "looked at, and not decided"
    assert_raises(MildAnvil::InvalidInput) { decide(kept, inspector: " ") }
    decide(kept, disposition: "scrapped")
    assert_raises(MildAnvil::Conflict) { decide(kept, disposition: "released") }
    assert_equal %w[undecided scrapped], kept.refresh.entries.map(&:disposition)
    assert_empty Actions::Today.call[:quarantines]
  end

  def test_what_was_cut_off_is_not_set_aside
    run = proved(working: "0.5").update(proof_passed: false, state: "interrupted")

    assert_nil Proving::Quarantines.open_for(run)
  end

  def test_what_is_told_after_a_pull_stands_on_its_paper_and_the_newer_holds
    run = proved
    tell = ->(values) { Benching::AfterPull.tell(pull_id: run.pull_id, values: values, person_id: person.id) }
    tell.call({ heat: "hot" })
    tell.call({ heat: "warm", stuck: true, freed: "with the press", usable: "the pins", minutes: 12.0,
                next_weakest: "the lower pin", as_expected: false })
    assert_raises(MildAnvil::InvalidInput) { tell.call({ freed: "by hand" }) }
    assert_raises(MildAnvil::InvalidInput) { tell.call({ heat: nil, words: " " }) }
    text = text_of(Benching::RunRecord.call(run_id: run.id).content)

    ["not where it was expected", "next would have gone: the lower pin", "warm", "stuck, freed: with the press",
     "stays usable: the pins", "12 min"].each { |words| assert_includes text, words }
    refute_includes text, "hot"
    assert_in_delta run.pull.recording.analysis.findings.find { |f| f.kind == "peak" }.at_seconds,
                    Benching::AfterPull.show(run.pull_id)[:break_seconds]
  end
end
