# frozen_string_literal: true

require_relative "../../support/committed_case"
require_relative "../../support/package_folder"
require_relative "../../../demo/scenario"

# The demo as a package; the database destroyed; the package in an empty installation: the same statements to the last
# digit, the same papers to the last byte, and the way back brings nothing new.
class PackageRoundTripTest < CommittedCase
  include PackageFolder

  def compute
    nil while Actions::Worker.run_once
  end

  # What may not change, by uids.
  def statements
    Models::Statement.order(:uid).all.to_h do |row|
      papers = row.documents.map { |d| [d.format, d.language, d.standing, d.sha256, OpenSSL::Digest::SHA256.hexdigest(d.content)] }
      [row.uid, [row.number, row.sha256, row.body, papers.sort, row.signatures.map { |s| [s.person.name, s.meaning] }]]
    end
  end

  # The rating of every lot as it stands: each school to the last digit.
  def ratings
    Models::Lot.order(:uid).all.to_h do |lot|
      rated = Actions::RateLot.finished(lot_id: lot.id).statement
      [lot.uid, rated["schools"].map { |school| [school["key"], school["value_si"], school["refusal"]] } +
        [rated["minimum"], rated["working_load_limit"], rated["chosen"], rated["remarks"]]]
    end
  end

  def summaries
    rows = DATABASE[:lot_summaries].join(:lots, id: :lot_id).select(Sequel[:lots][:uid], :facts, :state).all
    rows.to_h do |row|
      [row[:uid], [row[:state], JSON.parse(row[:facts]).slice("signed_current", "reviewed", "judged")]]
    end
  end

  def curves
    Models::Recording.exclude(pull_id: nil).order(:uid).all.to_h do |row|
      [row.uid, [row.sha256, *row.channels.map do |c|
        OpenSSL::Digest::SHA256.hexdigest(MildAnvil::Store::Samples.packed(c.id))
      end,
                 OpenSSL::Digest::SHA256.hexdigest(row.source_file.bytes)]]
    end
  end

  def everything = { statements: statements, ratings: ratings, summaries: summaries, curves: curves }

  def test_the_demo_goes_into_an_empty_installation_and_comes_home
    Demo::Scenario.load
    compute
    before = everything
    counts = DATABASE.tables.to_h { |table| [table, DATABASE[table].count] }
    first = write("first")
    OwnerDatabase.empty
    administrator = add_person("administrator")
    done = bring(first, by: administrator)
    compute

    before.each { |what, kept| assert_equal kept, everything[what], what }
    whole(counts)
    assert_empty done[:differences]
    assert_empty(Actions::Verify::Evidence.call.reject(&:sound?).map(&:in_words))
    assert(Models::Statement.all.all? { |row| Actions::RecheckStatement.call(statement_id: row.id)[:intact] })
    nothing_new(write("second"), administrator)
  end

  def whole(counts)
    carried = MildAnvil::Store::CarriedTables::ALL.keys - %i[people]
    carried.each { |table| assert_equal counts[table], DATABASE[table].count, table }
    assert_equal counts[:chunks], DATABASE[:chunks].count
    assert_equal counts[:events], DATABASE[:carried_events].count
  end

  # Taken in again, from there or from here, it brings nothing.
  def nothing_new(file, administrator)
    again = bring(file, by: administrator)

    assert_empty again[:differences]
    assert_equal [0, 0], again[:counts].map { |row| row.values_at(:new, :differ) }.transpose.map(&:sum)
    assert_operator again[:counts].sum { |row| row[:same] }, :>, 1000
  end
end
