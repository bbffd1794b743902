# frozen_string_literal: true

require_relative "../support/browser_case"
require_relative "../support/sealed_paper"
require "tmpdir"
require "zip"

# The page that comes with a package, opened from disk: no server, no network.
class CheckPaperJourney < BrowserCase
  include SealedPaper

  ACTS = MildAnvil::Actions

  def setup
    super
    @folder = Dir.mktmpdir
  end

  def teardown
    super
    FileUtils.rm_rf(@folder)
  end

  def file(name, bytes) = File.join(@folder, name).tap { |path| File.binwrite(path, bytes) }

  # @return [Store::Models::Statement] signed by somebody
  def signed
    person = take_in("Wren Ashdown", "technician")
    job = ACTS::CreateJob.call(customer: "Brindle Works", title: "Loops", person_id: person.id)
    lot = ACTS::SaveLot.create(job_id: job.id, person_id: person.id,
                               values: { name: "Loop", item_type: "sewn_loop", terms: { design_factor: 5.0 } })
    %w[8.1 8.4 7.9].each do |text|
      pull = ACTS::RecordPeak.call(lot_id: lot.id, text: text, unit: "kN", person_id: person.id)
      ACTS::JudgePull.call(pull_id: pull.id, person_id: person.id, counts_as: "break", failed_part: "specimen")
    end
    ACTS::SignStatement.call(lot_id: lot.id, sha256: rated(lot).sha256, person_id: person.id)
  end

  def rated(lot)
    found = nil
    Timeout.timeout(60) { sleep 0.1 until (found = ACTS::RateLot.call(lot_id: lot.id)).sha256 }
    found
  end

  def check(path, words)
    attach_file "file", path
    assert_selector "#result h2", text: words
  end

  def test_a_paper_is_genuine_or_changed_or_of_somebody_else
    statement = signed
    paper = ACTS::ExportStatement.signed(statement_id: statement.id, format: "pdf").content
    package = File.join(@folder, "one.zip")
    ACTS::Packages::Write.call(package)
    page_from(package)
    check(file("statement.pdf", paper), "Genuine")
    assert_selector "#result dd", text: /\AWren Ashdown \(technician\), 20/
    assert_text "says the package that this page came with"
    assert_text(/As of \d{4}-\d\d-\d\d it was in force/)
    check(file("altered.pdf", changed(paper, 900)), "Not genuine")
    assert_text "It was changed after it was signed."
    check(file("other.pdf", sealed_pdf), "Genuine")
    assert_text "compare it with whoever handed the paper out"
    check(file("plain.pdf", pdf), "Not genuine")
    assert_text "There is no seal under it that can be read."
  end

  def page_from(package)
    html = Zip::File.open(package) { |zip| zip.read("check/check-paper.html") }
    visit "file://#{file('check-paper.html', html)}"
    assert_selector "h1", text: "Is this paper genuine?"
  end
end
