# frozen_string_literal: true

require "bundler/setup"
require "minitest/autorun"
require "open3"
require "tmpdir"
require_relative "../../launch/cluster"

# Three databases, two web servers, many hands; a node is killed half-way.
class ClusterTest < Minitest::Test
  SECONDS = 10

  def test_no_write_fails_and_none_is_lost_when_a_node_is_killed
    folder = Dir.mktmpdir
    env = { "MILD_ANVIL_VAR" => folder, "DATABASE_URL" => nil, "OWNER_DATABASE_URL" => nil, "RACK_ENV" => nil }
    said, status = Open3.capture2e(env, "bin/cluster", "--no-demo", "--port", two_free_ports.to_s,
                                   "--trial", SECONDS.to_s, chdir: Launch::ROOT)

    assert_predicate status, :success?, said.lines.last(10).join
    assert_match(/\A\d{2,} writes acknowledged, 0 refused, 0 lost, 0 kept but not acknowledged.*chain whole\s*\z/,
                 said.lines.last)
  ensure
    Dir[File.join(folder, "cluster", "{run,node-*}", "*.pid")].each { |path| Launch::PidFile.new(path).end_left_over }
    FileUtils.rm_rf(folder)
  end

  private

  # @return [Integer] the first of two neighbours that are free, one for each web server
  def two_free_ports
    loop do
      first = Launch.any_free_port
      TCPServer.new("127.0.0.1", first + 1).close
      return first
    rescue Errno::EADDRINUSE
      next
    end
  end
end
