# frozen_string_literal: true

require_relative "../support/store_case"

# A database that is not ours: what stands against it is told with what to set; a server that has gone is no end.
class ServerCheckTest < StoreCase
  Check = MildAnvil::Store::ServerCheck

  # Answers like a server with other settings.
  class Odd
    def initialize(version: "10.11.2-MariaDB", engine: "DEFAULT", denied: false, **globals)
      @version = version
      @engine = engine
      @denied = denied
      @globals = { max_allowed_packet: 16_777_216, log_bin: 0, binlog_format: "MIXED" }.merge(globals)
    end

    def get(asked)
      name = asked.to_s[/@@GLOBAL\.(\w+)/, 1]
      name ? @globals.fetch(name.to_sym) : @version
    end

    def fetch(_sql) = Struct.new(:all).new([{ Engine: "InnoDB", Support: @engine }])
    def drop_table?(*) = nil
    def drop_table(*) = nil
    def alter_table(*) = nil
    def create_table(*) = @denied && raise(Sequel::DatabaseError, "Mysql2::Error: CREATE command denied to user 'x'")
  end

  def refused(**given) = assert_raises(MildAnvil::Error) { Check.call(Odd.new(**given)) }.message

  def test_our_own_server_will_do
    assert_nil Check.call(OwnerDatabase.connection)
    assert_nil Check.call(Odd.new)
  end

  def test_what_stands_against_a_server_is_told_with_what_to_set
    { { version: "10.3.39-MariaDB" } => /it is 10\.3\.39-MariaDB, and MariaDB 10\.6 or later/,
      { version: "8.0.36" } => /it is 8\.0\.36, and MariaDB/,
      { max_allowed_packet: 1_048_576 } => /max_allowed_packet is 1024 kB: set it to 16M/,
      { log_bin: 1, binlog_format: "STATEMENT" } => /binlog_format is STATEMENT: set it to ROW/,
      { engine: "NO" } => /lacks InnoDB/,
      { denied: true } => /may not make and change tables \(CREATE command denied.*GRANT ALL/ }
      .each { |given, words| assert_match words, refused(**given) }
  end

  def test_everything_is_told_at_once
    assert_equal 3, refused(version: "10.3.1-MariaDB", max_allowed_packet: 1, denied: true).count(";") + 1
  end

  # Made in a database whose defaults are of long ago.
  def test_every_table_states_its_letters_and_its_engine
    rows = OwnerDatabase.connection.fetch("SHOW TABLE STATUS").all

    assert_equal ["InnoDB"], rows.map { |row| row[:Engine] }.uniq
    assert_equal ["utf8mb4_unicode_ci"], rows.map { |row| row[:Collation] }.uniq
  end

  # A cluster replicates rows by their keys.
  def test_every_table_has_a_key
    tables = OwnerDatabase.connection.tables - OwnerDatabase::KEPT

    assert_empty(tables.reject { |table| OwnerDatabase.connection.schema(table).any? { |_, c| c[:primary_key] } })
  end

  def several(first, *more)
    url = URI(ENV.fetch("DATABASE_URL"))
    own = "#{url.host}:#{url.port}"
    url.port = first || url.port
    url.query = "more=#{more.map { |port| port ? "127.0.0.1:#{port}" : own }.join(',')}"
    Sequel.connect(url.to_s, test: false).tap { |database| database.extend(MildAnvil::Store::SeveralHosts) }
  end

  def test_the_next_server_is_asked_when_the_first_has_gone
    assert_equal 1, several(1, nil).get(1)
    assert_equal 1, several(1, 2, nil).get(1)
    assert_raises(Sequel::DatabaseConnectionError) { several(1, 2).get(1) }
  end

  def test_a_read_on_a_connection_that_has_died_is_asked_again
    database = several(nil)
    id = database.get(Sequel.function(:connection_id))
    OwnerDatabase.connection.run("KILL #{id}") rescue DATABASE.run("KILL #{id}") # rubocop:disable Style/RescueModifier

    refute_equal id, database.get(Sequel.function(:connection_id))
  end

  def test_a_write_that_has_begun_is_not_asked_again_by_itself
    database = several(nil)
    assert_raises(Sequel::DatabaseDisconnectError) do
      database.transaction do
        DATABASE.run("KILL #{database.get(Sequel.function(:connection_id))}")
        database.get(1)
      end
    end
  end
end
