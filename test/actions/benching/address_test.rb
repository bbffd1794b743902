# frozen_string_literal: true

require_relative "../../test_helper"
require "tmpdir"

# Where a bench answers, as somebody may type it.
class AddressTest < CoreCase
  Address = MildAnvil::Actions::Benching::Address
  Drivers = MildAnvil::Devices::Drivers

  def test_what_is_an_address
    ["", "simulated", "bench.shop.example:5025", "192.168.1.7:5025", "text:cell:4001", "file:pull 1.txt"].each do |text|
      assert_match Address::FORM, text
    end
  end

  def test_what_is_none
    ["file:../secret", "file:/etc/passwd", "file:..", "file:.hidden", "http://a:80", "a b:1", "a:1:2", "a:", ":1",
     "a:123456", "text:", "a:80\nb:90", "file:a\0b", "$(id):80", "[::1]:80"].each do |text|
      refute_match Address::FORM, text
    end
  end

  # Whatever got past the form.
  def test_a_log_is_looked_for_in_its_folder_alone
    Dir.mktmpdir do |var|
      FileUtils.mkdir_p(File.join(var, "logs"))
      File.write(File.join(var, "secret"), "Time [s],Force [N]\n0,1\n")
      driver = Address.driver("file:../secret", var)

      refute_includes driver.place.to_s, ".."
      assert_raises(SystemCallError, EOFError, Drivers::Refused) { driver.open && driver.poll(0.1) && raise(EOFError) }
    end
  end

  # Told like a bench that does not answer: it is waited for, and nothing is tried without a pause.
  def test_a_host_or_a_port_that_there_is_none_of_is_no_line
    [["no-such-host.invalid", 80], ["127.0.0.1", 99_999], ["127.0.0.1", 1]].each do |host, port|
      assert_raises(SystemCallError) { Drivers::BenchLine.new(host, port) }
    end
  end
end
