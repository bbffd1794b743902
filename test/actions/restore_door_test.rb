# frozen_string_literal: true

require_relative "../support/committed_case"
require_relative "../support/backups"

# What is handed in as a backup is only read: whatever stands in it, nothing of it is run, and what is not of a backup's
# form leaves the installation as empty as it was.
class RestoreDoorTest < CommittedCase
  include Backups

  def setup
    super
    person
    Store::Backup.write(path)
    destroy
    @text = Zlib.gunzip(File.binread(path))
  end

  # The text with something in it, under a hash that fits; no seal of the key of here.
  def rehashed(text, schema: 26)
    body = text.lines.reject { |line| line.start_with?("-- sha256 ", "-- signed ") }.join
               .sub(/"schema":\d+/, "\"schema\":#{schema}")
    File.binwrite(path, Zlib.gzip("#{body}-- sha256 #{OpenSSL::Digest::SHA256.hexdigest(body)}\n"))
  end

  def refused(words)
    error = assert_raises(MildAnvil::InvalidInput) { restored }

    assert_match words, error.message
    assert_nil Store::Unfinished.mark(OwnerDatabase.connection)
    assert_empty OwnerDatabase.connection.tables - [Store::Unfinished::TABLE]
  end

  def behind_the_head(more) = @text.sub("\n", "\n#{more}\n")
  def row(table, values) = "INSERT INTO `#{table}` VALUES\n(#{values});"

  # A command of the database's own client, which used to be obeyed.
  def test_a_command_in_a_backup_is_not_obeyed
    witness = File.join(@folder, "witness")
    ["\\! touch #{witness}", "system touch #{witness}", "source #{witness}", "delimiter //"].each do |line|
      rehashed(behind_the_head(line))
      refused(/Line 2 of the backup is of no form/)
    end
    refute_path_exists witness
  end

  # Alone, too: sixty bytes.
  def test_a_backup_of_one_command_is_refused
    witness = File.join(@folder, "witness")
    rehashed("-- Mild Anvil backup {\"schema\":26}\n\\! touch #{witness}\n")
    refused(/Line 2/)

    refute_path_exists witness
  end

  def test_statements_of_any_other_form_are_refused
    ["SET GLOBAL general_log = 1;", "DROP DATABASE mild_anvil_test;", "GRANT ALL ON *.* TO anvil;",
     "LOAD DATA INFILE '/etc/passwd' INTO TABLE jobs;", "CREATE TABLE `x` AS SELECT 1;", "/* a */ SELECT 1;",
     "CREATE DEFINER=`root`@`%` PROCEDURE p() BEGIN END;", "UPDATE people SET name = 'x';", "SELECT 1;--",
     "/*!40101 SET a */; DROP TABLE people;", "\xFF".b].each do |line|
      rehashed(behind_the_head(line))
      refused(/is of no form that a backup/)
    end
  end

  # In the place of a literal: another question, a file, a function, the end of a text.
  def test_rows_hold_literals_and_nothing_else
    ["1,(SELECT 1)", "1,LOAD_FILE('/etc/passwd')", "1,SLEEP(9)", "1,@@version", "1,'a' 'b'", "1,'a\\", "1,'a';--",
     "1,0xZZ", "1,`name`", "1,'a'), (2", "", "1,1e999x", "1,/*!1*/", "1,\"a\""].each do |values|
      rehashed(@text.sub(/(INSERT INTO `schema_info` VALUES\n)\(\d+\);/) { "#{Regexp.last_match(1)}(#{values});" })
      refused(/is of no form that a backup/)
    end
  end

  def test_tables_and_columns_are_those_of_here
    columns = "CREATE TABLE `intruders` (\n  `id` int(11) NOT NULL,\n) ENGINE=InnoDB;\n"
    rehashed(behind_the_head(columns + row("intruders", "1")))
    refused(/a table intruders/)
    rehashed(@text.sub(/^  `login` /, "  `login_or_so` "))
    refused(/accounts\.login_or_so/)
    rehashed(@text.sub(/^(INSERT INTO `people` VALUES\n)\(/, "\\1(1,"))
    refused(/was not taken in: .*[Cc]olumn count/)
  end

  def test_a_row_that_refers_to_nothing_is_refused
    rehashed(@text.gsub(%r{^(INSERT INTO `people` VALUES\n)(.*\n)+?(?=--|\n|/)}, ""))
    refused(/refers to what is not in it/)
  end

  def test_what_the_key_of_here_signed_is_as_it_signed_it
    assert_match(/\A\h{64}\z/, Store::Backup.check(path).signer)
    altered = @text.sub("'technician'", "'reviewer'")
    refute_equal @text, altered
    body = altered.lines[0...-2].join
    File.binwrite(path, Zlib.gzip("#{body}-- sha256 #{OpenSSL::Digest::SHA256.hexdigest(body)}\n#{altered.lines.last}"))
    refused_unread(/not what the key of this installation signed/)
    File.binwrite(path, Zlib.gzip(@text.lines[0...-1].join))
    refused_unread(/another hash/)
    File.binwrite(path, Zlib.gzip("#{@text}-- more\n"))
    refused_unread(/another hash/)
  end

  def refused_unread(words)
    assert_match words, assert_raises(MildAnvil::InvalidInput) { Store::Backup.check(path) }.message
  end

  # Where its key is not, as on a new machine, a backup is taken in and nobody is said to have made it.
  def test_a_backup_of_an_unknown_maker_is_read_all_the_same
    Store::KeyFile.put(Store::KeyFile.generate)

    assert_nil Store::Backup.check(path).signer
    restored
    assert_equal 1, Models::Person.count
  end

  def test_what_grows_without_end_is_not_unpacked
    File.open(path, "wb") do |file|
      gzip = Zlib::GzipWriter.new(file, Zlib::BEST_COMPRESSION)
      gzip.write("-- Mild Anvil backup {\"schema\":26}\n")
      80.times { gzip.write("-- #{' ' * (1024 * 1024)}\n") }
      gzip.close
    end

    refused_unread(/more than 200 times as large/)
  end
end
