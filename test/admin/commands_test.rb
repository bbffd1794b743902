# frozen_string_literal: true

require_relative "../support/committed_case"
require "open3"
require "tmpdir"

# bin/anvil verify, backup and restore, as somebody types them.
class AdminCommandsTest < CommittedCase
  ROOT = File.expand_path("../..", __dir__)

  def setup = @folder = Dir.mktmpdir

  def teardown
    super
    FileUtils.rm_rf(@folder)
  end

  def path = File.join(@folder, "all.sql.gz")

  # @return [Array(Integer, String, String)] status, output, errors
  def anvil(*words)
    out, err, status = Open3.capture3("bin/anvil", *words, chdir: ROOT)
    [status.exitstatus, out, err]
  end

  def signed
    made = lot(name: "Sealed")
    [820, 905, 870].each do |peak|
      judge(import(made, log_text(peak_newtons: peak), name: "#{peak}.csv"), "break", failed_part: "specimen")
    end
    sign(made)
  end

  def test_verify_says_a_line_a_kind_and_its_status_what_it_found
    statement = signed
    status, out, = anvil("verify")

    assert_equal [0, 15], [status, out.lines.size]
    assert_includes out.lines, "statements: 1 checked, all sound\n"
    altered(:statements, { id: statement.id }, body: statement.body.sub("5", "6")) do
      status, out, = anvil("verify")
      assert_equal 1, status
      assert_match(/^statements: 1 of 1 broken; the first: statement 1 of Sealed/, out)
      status, out, = anvil("verify", "--json")
      assert_equal([1, 1], [status, JSON.parse(out).find { |part| part["kind"] == "statements" }["breaks"]])
    end
  end

  def test_a_backup_is_written_once_and_restored_nowhere_over_people
    signed
    assert_equal [0, ""], anvil("backup", path).values_at(0, 2)
    status, _, err = anvil("backup", path)
    assert_equal 1, status
    assert_match(/all\.sql\.gz: there is a file of that name already/, err)
    status, _, err = anvil("restore", path)
    assert_equal 1, status
    assert_match(/nothing was restored over it/, err)
  end

  def test_wrong_use_is_told
    { %w[verify x] => %r{usage: bin/anvil verify$}, %w[backup] => %r{usage: bin/anvil backup FILE},
      %w[restore /no/such/file] => /there is no file/ }.each do |words, said|
      status, _, err = anvil(*words)

      assert_equal 2, status
      assert_match said, err
    end
  end
end
