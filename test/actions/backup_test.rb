# frozen_string_literal: true

require_relative "../support/committed_case"
require_relative "../support/backups"

# A backup while it runs; a destroyed database; the same statements to the last digit.
class BackupTest < CommittedCase
  Backup = MildAnvil::Store::Backup
  Daily = Actions::DailyBackup

  include Backups

  def filled
    lot = lot(name: "Ünïcode Ω 引張 'quoted' \\ %")
    [820, 905, 870].each do |peak|
      pull = import(lot, log_text(peak_newtons: peak), name: "Prüfung #{peak}.csv")
      judge(pull, "break", failed_part: "specimen", reason: ("the first" if peak == 820).to_s)
    end
    sign(lot)
  end

  def test_what_was_destroyed_comes_back_to_the_last_byte
    signed = filled
    before = everything
    made = Backup.write(path)
    destroy
    assert_empty OwnerDatabase.connection.tables
    restored

    assert_equal before, everything
    assert_equal signed.body, Models::Statement.first.body
    assert Actions::RecheckStatement.call(statement_id: signed.id)[:intact]
    assert Actions::Verify::Evidence.call.all?(&:sound?)
    assert_equal made.sha256, Backup.check(path).sha256
    assert_equal([1], Actions::FindAnything.call(query: "the")[:remarks].map { |row| row[:number] }) # every word again
    denied = assert_raises(Sequel::DatabaseError) { DATABASE[:statements].update(number: 7) }
    assert_match(/denied/, denied.message) # what the application may do came back too
  end

  def test_where_somebody_works_nothing_is_restored
    filled
    Backup.write(path)

    assert_match(/nothing was restored over it/, assert_raises(MildAnvil::Conflict) { restored }.message)
  end

  def test_a_file_that_is_not_whole_is_refused
    Backup.write(path)
    bytes = File.binread(path)
    { bytes[0, bytes.size / 2] => /cut off or altered/, bytes.sub(/.\z/mn, "x".b) => /cut off or altered/,
      "nothing" => /cut off or altered/, Zlib.gzip("-- else\n") => /no backup of Mild Anvil/,
      Zlib.gzip(Zlib.gunzip(bytes).sub("INSERT", "UPSERT")) => /another hash/,
      Zlib.gzip("-- Mild Anvil backup {") => /cannot be read/ }.each do |content, words|
      File.binwrite(path("harmed.sql.gz"), content)
      assert_match words, assert_raises(MildAnvil::InvalidInput) { Backup.check(path("harmed.sql.gz")) }.message
    end
  end

  def test_a_backup_of_a_later_version_is_refused
    Backup.write(path)
    text = Zlib.gunzip(File.binread(path)).sub(/"schema":\d+/, "\"schema\":999")
    text = text.lines[0...-1].join
    File.binwrite(path, Zlib.gzip("#{text}#{Backup::FOOT}#{OpenSSL::Digest::SHA256.hexdigest(text)}\n"))

    assert_match(/restore it with that version/, assert_raises(MildAnvil::InvalidInput) { restored }.message)
  end

  def test_no_half_file_stays_where_none_could_be_written
    { path => "mysql2://nobody:x@127.0.0.1:1/none", "/proc/none/one.sql.gz" => ENV.fetch("DATABASE_URL") }
      .each do |to, url|
      error = assert_raises(MildAnvil::Error) { Backup.write(to, url: url) }
      assert_match(/No backup was written: \S+/, error.message)
    end
    assert_empty Dir.children(@folder)
  end

  def test_a_key_that_cannot_be_read_keeps_nobody_from_a_backup
    MildAnvil::Store::KeyFile.put("harmed")
    Backup.write(path)

    assert_nil Backup.check(path).signer
  end

  def test_one_a_day_is_made_and_thirty_are_kept
    start = Time.utc(2026, 3, 1, 6)
    refute Daily.if_due(folder: @folder, now: start), "nobody works here yet"
    person
    assert Daily.if_due(folder: @folder, now: start)
    refute Daily.if_due(folder: @folder, now: start + 3600)
    (1..31).each { |day| FileUtils.touch(path((start + (day * 86_400)).strftime(Daily::NAME))) }
    assert Daily.if_due(folder: @folder, now: start + (40 * 86_400))

    assert_equal 30, Dir.children(@folder).size
    assert_equal "2026-04-10T06:00:00Z", Actions::Today.call[:backup][:at]
    assert_operator Actions::Today.call[:backup][:bytes], :>, 1000
  end

  def test_a_backup_that_failed_is_said_and_tried_again_after_an_hour
    person
    start = Time.utc(2026, 3, 1, 6)
    Daily.if_due(folder: @folder, now: start)
    Daily.if_due(folder: "/proc/none", now: start + 90_000)

    said = Actions::Today.call[:backup]
    assert_equal ["2026-03-01T06:00:00Z", "2026-03-02T07:00:00Z"], said.values_at(:at, :failed_at)
    assert_operator said[:error].size, :>, 10
    refute Daily.if_due(folder: @folder, now: start + 91_000)
    assert Daily.if_due(folder: @folder, now: start + 95_000)
    assert_nil Actions::Today.call[:backup][:failed_at]
  end
end
