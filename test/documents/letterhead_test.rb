# frozen_string_literal: true

require_relative "../test_helper"
require "open3"
require "rbconfig"

# Which picture can be a laboratory's mark.
class LetterheadTest < Minitest::Test
  LIB = File.expand_path("../../lib", __dir__)
  MARK = File.expand_path("../../demo/mark.png", __dir__)
  ASKED = <<~RUBY
    require "mild_anvil/documents/letterhead"
    mark = File.binread(ARGV.first)
    print [mark, mark.byteslice(0, 40), "no picture", ""].map { |bytes| MildAnvil::Documents::Letterhead.drawable?(bytes) }.inspect
  RUBY

  # The first who asks may have drawn nothing before.
  def test_a_process_that_drew_nothing_knows_a_mark_from_a_broken_one
    out, err, status = Open3.capture3(RbConfig.ruby, "-I", LIB, "-e", ASKED, MARK)

    assert_predicate status, :success?, err
    assert_equal "[true, false, false, false]", out
  end
end
