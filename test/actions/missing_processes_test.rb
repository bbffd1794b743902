# frozen_string_literal: true

require_relative "../test_helper"
require "tmpdir"

# What keeps ending, as the pages are told.
class MissingProcessesTest < CoreCase
  Missing = MildAnvil::Actions::MissingProcesses

  def test_each_with_its_name_and_since_when_and_nothing_that_cannot_be_read
    Dir.mktmpdir do |folder|
      File.write(File.join(folder, "recorder.missing"), "2026-03-01T06:00:00Z")
      File.write(File.join(folder, "worker.missing"), "")
      File.write(File.join(folder, "web.pid"), "1 2")

      assert_equal [{ name: "recorder", since: Time.utc(2026, 3, 1, 6) }], Missing.list(folder: folder)
    end
    assert_empty Missing.list(folder: "/no/such/folder")
  end
end
