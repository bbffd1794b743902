# frozen_string_literal: true

require_relative "../support/committed_case"
require_relative "../support/chain_helpers"
require_relative "../support/pictures"

# What was changed behind the application's back is noticed, named, and not handed out.
class VerifyTest < CommittedCase
  include ChainHelpers

  Verify = Actions::Verify

  def setup
    @lot = lot(name: "Sealed")
    @pulls = [820, 905].map { |peak| import(@lot, log_text(peak_newtons: peak), name: "#{peak}.csv") }
    @pulls << import(@lot, uneven(870), name: "uneven.csv")
    @pulls.each { |pull| judge(pull, "break", failed_part: "specimen") }
    @signed = sign(@lot)
    Actions::CountersignStatement.call(statement_id: @signed.id, sha256: @signed.sha256, person_id: reviewer.id)
    @concluded = concluded
  end

  def concluded
    other = lot_with_breaks(0.9, 0.95, 0.93, name: "Beside it")
    shown = Actions::Comparing::ShowCompare.new(lot_id: @lot.id, with: [other.id])
    Actions::Comparing::Conclude.call(lot_id: @lot.id, sha256: shown.sha256(shown.study), keys: ["pair-1"],
                                      with: [other.id], person_id: person.id)
  end

  def test_a_conclusion_that_says_something_else_is_not_handed_out
    altered(:conclusions, { id: @concluded.id }, body: @concluded.body.sub("Beside it", "Above it ")) do
      assert_match(/Conclusion 1 is not what was signed/, broken["conclusions"])
      assert_raises(MildAnvil::Tampered) { @concluded.refresh.frozen_body }
    end
    altered(:conclusion_papers, { conclusion_id: @concluded.id }, content: Sequel.blob("%PDF other")) do
      assert_match(/bytes have another hash/, broken["conclusions"])
      assert_raises(MildAnvil::Tampered) { Actions::Comparing::Papers.read(@concluded.id) }
    end
    altered(:conclusion_signatures, { conclusion_id: @concluded.id }, person_id: reviewer.id) do
      assert_match(/the events know nothing of it/, broken["conclusions"])
    end
  end

  # A report of a long test, and a break of a watched product.
  def test_a_reading_that_says_something_else_is_noticed_and_its_report_too
    reading, report = long_report
    broke = watched_break
    other = JSON.parse(reading.read).tap { |read| read["travel"]["si"] = 0.0001 }

    altered(:long_readings, { id: reading.id }, read: JSON.generate(other)) do
      assert_match(/the events know nothing of it/, broken["readings"])
      assert_match(/rests on a reading of .* something else now/, broken["reports"])
    end
    altered(:watched_breaks, { id: broke.id }, value_si: 600.0) do
      assert_match(/a break of Cord/, broken["readings"])
    end
    altered(:long_reports, { id: report.id }, body: report.body.sub("Creep", "Sleep")) do
      assert_match(/Report 1 is not what was signed/, broken["reports"])
      assert_raises(MildAnvil::Tampered) { report.refresh.frozen_body }
    end
    altered(:long_report_papers, { report_id: report.id }, content: Sequel.blob("%PDF other")) do
      assert_match(/bytes have another hash/, broken["reports"])
      assert_raises(MildAnvil::Tampered) { Actions::LongTests::ReportPapers.read(report.id) }
    end

    assert_empty broken
  end

  def long_report
    values = { kind: "sustained", title: "Creep", stations: [{ name: "One" }] }
    test = Actions::LongTests::BeginTest.call(values: values,
                                              person_id: person.id, started_at: Time.now - 7200)
    reading = Actions::LongTests::KeepReading.call(station_id: test.stations.first.id, person_id: person.id,
                                                   values: { travel: { text: "0.50", unit: "mm" } })
    seen = Actions::LongTests::ShowTest.call(test.id)
    [reading, Actions::LongTests::Report.sign(test_id: test.id, sha256: seen[:sha256], person_id: person.id)]
  end

  def watched_break
    cord = Actions::Watching::Products.add(values: { name: "Cord", display_unit: "N" }, person_id: person.id)
    Actions::Watching::KeepBreak.call(product_id: cord.id, value: { text: "584", unit: "N" }, person_id: person.id)
  end

  def uneven(peak)
    log_text(peak_newtons: peak).lines.each_with_index.map do |line, i|
      line.sub(/\A([\d.]+)/) { |t| format("%.4f", t.to_f + (i.odd? ? 0.002 : 0)) }
    end.join
  end

  # @return [Hash] kind => words of the first break
  def broken = Verify::Evidence.call.reject(&:sound?).to_h { |found| [found.kind, found.first] }

  def recording = @pulls.first.recording
  def channel = recording.judged_channel

  def test_what_nobody_touched_is_sound
    found = Verify::Evidence.call

    assert_empty broken
    assert_equal({ "files" => 3, "recordings" => 3, "findings" => 3, "statements" => 1, "signatures" => 2,
                   "documents" => 6, "checks" => 0, "attachments" => 0, "certificates" => 0, "conclusions" => 1,
                   "reports" => 0, "readings" => 0, "seals" => 3 },
                 found.to_h { |f| [f.kind, f.checked] }.except("events", "rows"))
    assert_operator found.find { |f| f.kind == "rows" }.checked, :>, 50
    assert_operator found.last.checked, :>, 10
    assert_equal "files: 3 checked, all sound", found.first.in_words
  end

  def test_a_file_whose_bytes_are_others
    other = Zlib.deflate(log_text.sub("5", "6"))
    sealed = MildAnvil::Store::Sealed.hash(other)
    id = recording.source_file_id
    altered(:source_file_chunks, { source_file_id: id }, content: Sequel.blob(other)) do
      assert_match(/820\.csv.*another hash/, broken["files"])
      assert_raises(MildAnvil::Tampered) { Actions::OriginalFile.call(file_id: id) }
    end
    altered(:source_file_chunks, { source_file_id: id }, content: Sequel.blob(other), sha256: Sequel.blob(sealed)) do
      assert_match(/820\.csv.*of another hash than/, broken["files"])
      assert_raises(MildAnvil::Tampered) { Actions::OriginalFile.call(file_id: id) }
    end
  end

  def chunk(bin) = { channel_id: channel.id, bin: bin, position: 0 }

  # The samples as they are, with every one a tenth higher.
  def raised(bin)
    packed = Zlib.inflate(OwnerDatabase.connection[:chunks].where(chunk(bin)).get(:content))
    Zlib.deflate(packed.unpack("E*").map { |v| v * 1.1 }.pack("E*"))
  end

  def test_samples_that_are_others
    altered(:chunks, chunk(1), content: Sequel.blob(raised(1))) do
      assert_match(/pull 1 of Sealed.*another hash/, broken["recordings"])
      assert_raises(MildAnvil::Tampered) { Actions::ReadWindow.call(recording_id: recording.id, points: 4000) }
    end
    sealed = MildAnvil::Store::Sealed.hash(raised(1))
    altered(:chunks, chunk(1), content: Sequel.blob(raised(1)), sha256: Sequel.blob(sealed)) do
      assert_match(/its samples have another hash/, broken["recordings"])
      assert_match(/pull 1 of Sealed.*is not what its samples say/, broken["findings"])
    end
  end

  def test_findings_that_are_others
    analysis = recording.analysis
    peak = { analysis_id: analysis.id, kind: "peak" }
    altered(:findings, peak, value_si: 9900.0) { assert_match(/peak is not what its samples say/, broken["findings"]) }
    altered(:findings, peak, reason: "highest reading, said by me") { assert_match(/peak/, broken["findings"]) }
    altered(:findings, peak, kind: "peek") { assert_match(/peek/, broken["findings"]) }
    altered(:analyses, { id: analysis.id }, rule_version: "0") do
      assert_equal 1, Verify::Evidence.call.find { |f| f.kind == "findings" }.left
    end
  end

  def limit_raised = @signed.refresh.body.sub(/("working_load_limit":\{"text":")[\d.]+/, "\\199.9")

  # A weight that hung already when the log began: the creep is that of the load's clock, also when it is found again.
  def test_the_findings_of_a_hung_weight_are_found_again
    rows = Array.new(300) do |i|
      stamp = Time.utc(2026, 1, 5, 8, 0, 30) + (i * 120)
      hours = ((i * 120) + 30) / 3600.0
      format("%s;%.1f;%.5f", stamp.strftime("%F %T"), 851.0 + (i % 3 * 0.1), 2.0 + (0.3 * (hours**0.25)))
    end
    text = ["Load applied: 2026-01-05 08:00:00", "Time;Force [N];Travel [mm]", *rows, ""].join("\n")
    creep = import(@lot, text, name: "creep.csv").recording.analysis.findings.find { |f| f.kind == "creep" }

    assert_in_delta 0.25, creep.extra["exponent"], 0.003
    assert_in_delta 0.0003, creep.extra["metres_at_one_hour"], 3e-6
    assert_nil broken["findings"]
  end

  def test_a_limit_that_was_raised
    altered(:statements, { id: @signed.id }, body: limit_raised) do
      assert_match(/statement 1 of Sealed: .*not what was signed/, broken["statements"])
      row = shown(@lot)[:statements].first

      assert_match(/text has another hash/, row[:altered])
      assert_nil row[:working_load_limit]
    end
    sealed = OpenSSL::Digest::SHA256.hexdigest(limit_raised)
    altered(:statements, { id: @signed.id }, body: limit_raised, sha256: sealed) do
      assert_match(/signature is over another text/, broken["statements"])
      assert_match(/over another text/, broken["signatures"])
    end
  end

  # Also every signature made to fit: the figures still do not follow from the inputs, and the events know better.
  def test_a_limit_that_was_raised_with_everything_that_signs_it
    sealed = OpenSSL::Digest::SHA256.hexdigest(limit_raised)
    altered(:statements, { id: @signed.id }, body: limit_raised, sha256: sealed) do
      first, second = @signed.signatures.map { |s| { id: s.id } }
      altered(:signatures, first, sha256: sealed) do
        altered(:signatures, second, sha256: sealed) do
          assert_match(/says working load limit 99\.9 kN; its inputs give/, broken["statements"])
          assert_match(/the events know nothing of it/, broken["signatures"])
        end
      end
    end
  end

  def test_checks_that_are_others
    made = keep_check(cell)
    Chain::Crosses.keep(instrument_id: made.instrument_id, person_id: person.id,
                        given: { second_id: cell.id, readings: [{ first: typed(10), second: typed(10.1) }] })
    point = made.points.last

    assert_equal 2, Verify::Evidence.call.find { |f| f.kind == "checks" }.checked
    assert_nil broken["checks"]
    altered(:check_points, { check_id: made.id, position: point.position }, indicated_newtons: 5.0) do
      assert_match(/check #{made.id} of .* its readings are not what was signed/, broken["checks"])
    end
    altered(:instrument_checks, { id: made.id }, tolerance_share: 0.2) do
      assert_match(/not what was signed/, broken["checks"])
    end
    reached_beyond(made) { assert_match(/its verdict is not what its readings say/, broken["checks"]) }
    moved = Chain::CheckSeal.call([made.instrument], made.values.merge(note: "other"), made.points.map(&:values),
                                  Chain::CheckSeal.verdict(true, made.low_newtons, made.high_newtons))
    altered(:instrument_checks, { id: made.id }, note: "other", sha256: moved) do
      assert_match(/the events know nothing of it/, broken["checks"])
    end
  end

  # The hash made to fit.
  def reached_beyond(check, &block)
    verdict = Chain::CheckSeal.verdict(true, check.low_newtons, 50_000.0)
    sealed = Chain::CheckSeal.call([check.instrument], check.values, check.points.map(&:values), verdict)
    altered(:instrument_checks, { id: check.id }, high_newtons: 50_000.0, sha256: sealed, &block)
  end

  def attached(name, text)
    Tempfile.create(name) do |file|
      file.write(text)
      file.flush
      Actions::Prepare::Attach.add(name: name, file: file, target: { pull_id: @pulls.first.id },
                                   person_id: person.id)
    end
  end

  def test_an_attachment_whose_bytes_are_others
    kept = attached("note.txt", "torn at the pin")

    assert_nil broken["attachments"]
    altered(:attachments, { id: kept.attachment_id }, content: Sequel.blob("torn at the peg")) do
      assert_match(/note\.txt is not what was stored/, broken["attachments"])
    end
  end

  def test_an_original_whose_bytes_are_others
    kept = attached("photo.png", Pictures.png(20, 10))

    assert_nil broken["attachments"]
    altered(:attachment_originals, { attachment_id: kept.attachment_id }, content: Sequel.blob("another")) do
      assert_match(/The original of photo\.png is not what was stored/, broken["attachments"])
      assert_raises(MildAnvil::Tampered) do
        Actions::Prepare::Originals.read(kept.attachment_id, person_id: reviewer.id)
      end
    end
  end

  def test_a_judgement_that_was_changed_after_it_was_signed
    judgement = @pulls.first.judgements.first
    altered(:judgements, { id: judgement.id }, value_si: 99.0) do
      assert_match(/rests on pull 1, whose judgement says something else/, broken["statements"])
    end
  end

  def test_papers_that_are_others_or_missing
    pdf = { statement_id: @signed.id, format: "pdf", signature_count: 1 }
    altered(:documents, pdf, content: Sequel.blob("%PDF other")) do
      assert_match(/PDF of statement 1 of Sealed: its bytes have another hash/, broken["documents"])
    end
    altered(:documents, pdf, content: Sequel.blob("%PDF other"),
                             sha256: OpenSSL::Digest::SHA256.hexdigest("%PDF other")) do
      assert_match(/the events know of another one/, broken["documents"])
    end
    altered(:documents, pdf, signature_count: 7) do
      assert_match(/lacks the PDF with one signature/, broken["documents"])
    end
  end

  def test_events_that_are_others_or_missing
    altered(:events, { id: Models::Statement.db[:events].min(:id) }, after: "{}") { assert_match(/event \d+ is not/, broken["events"]) }
    last = OwnerDatabase.connection[:event_tails].first
    altered(:event_tails, { id: last[:id] }, sha256: "0" * 64) do
      assert_equal "some are missing at the end", broken["events"]
    end
  end
end
