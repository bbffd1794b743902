# frozen_string_literal: true

require_relative "../../support/committed_case"
require_relative "../../support/proved"
require_relative "../../support/repacked"

# The papers of a certificate: as it was given out, in other languages, marked where another one replaced it.
class CertificatePapersTest < CommittedCase
  include Proved
  include Repacked

  # The same facts in another language; marked where another one replaced it, and what was given out is still there.
  def test_a_certificate_is_had_in_each_language_and_says_when_it_was_replaced
    run = proved
    row = certify(run, witness: { name: "Odo Fenwick", body: "Fernhollow Survey", mark: "F7" })
    german = text_of(Papers.read(row.id, language: "de").last)

    assert_equal row.document, Papers.read(row.id).last
    ["Prüfbescheinigung", row.number, "Prüflast", "Zeichen F7", "gültig bis",
     "Quick proof, Revision 1"].each { |words| assert_includes german, words }
    assert_equal Papers.read(row.id, language: "de"), Papers.read(row.id, language: "de")
    assert_raises(MildAnvil::InvalidInput) { Papers.read(row.id, language: "it") }
    run.lot.update(display_unit: "N") # what was given out stays in the unit of then
    all = Array.new(6) { Thread.new { Papers.read(row.id, language: "fr").last } }.map(&:value)
    assert_equal 1, all.uniq.size # drawn once, however many ask at once
    french = text_of(all.first)
    ["Épreuve 1,00 kN", "1,04 kN", "Charge de travail 0,500 kN"].each { |words| assert_includes french, words }
    refute_match(/\d N\b/, french)
    marked_when_replaced(run, row)
  end

  def marked_when_replaced(run, row)
    better = certify(run, reason: "the witness was somebody else")
    english, german = [nil, "de"].map { |language| text_of(Papers.read(row.id, language: language).last) }

    assert_match(/SUPERSEDED.*#{better.number}: the witness was somebody else/, english)
    assert_match(/ERSETZT/, german)
    refute_includes text_of(Papers.read(better.id).last), "SUPERSEDED"
    assert_equal [["de", ""], %w[de superseded], %w[en superseded], ["fr", ""]],
                 row.papers_dataset.select_order_map(%i[language standing])
    assert_equal "certificates: 2 checked, all sound", verified.in_words
    forged_in_a_package(run.lot)
    forged = OwnerDatabase.connection[:certificate_papers].where(language: "de", standing: "")
    forged.update(content: Sequel.blob("%PDF"))
    assert_match(/#{row.number}: .*another hash/, verified.first)
  end

  # With the hashes of the package put right.
  def forged_in_a_package(lot)
    Tempfile.create(["proof", ".zip"]) do |file|
      Actions::Packages::Write.call(file.path, lot_ids: [lot.id])
      assert_empty problems(file.path)
      papers = Zip::File.open(file.path) { |zip| zip.entries.map(&:name).grep(%r{\Apapers/}) }

      assert_equal 6, papers.size # two as they were given out, four others
      papers.each do |paper|
        changed = repacked({ paper => ->(was) { "#{was.b} " } }, of: file.path)
        assert_match(/\ACertificate PC-\d+-000[12]: a paper of it has another hash\z/, problems(changed).join("; "))
      end
    end
  end

  def problems(path)
    package = MildAnvil::Devices::Package
    package::Contents.open(path) { |contents| package::Signed.new(contents).problems }
  end

  def verified = Actions::Verify::Evidence.call.find { |found| found.kind == "certificates" }
end
