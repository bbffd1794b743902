# frozen_string_literal: true

require "bundler/setup"
require "minitest/autorun"
require "minitest/mock"
require "tmpdir"
require_relative "../../launch/launch"
require_relative "../../launch/application"

# Setting up and starting: what the person is told when it cannot work.
class LaunchTest < Minitest::Test
  def quietly
    out = $stdout
    $stdout = StringIO.new
    yield
  ensure
    $stdout = out
  end

  def test_a_port_in_use_is_told_with_the_mend
    TCPServer.open("127.0.0.1", 0) do |taken|
      port = taken.addr[1]

      refute Launch.port_free?(port)
      opening = Launch::Opening.new(host: "127.0.0.1", port: port)
      application = Launch::Application.new(opening, database_port: Launch.any_free_port, demo: false)
      trouble = assert_raises(Launch::Trouble) { quietly { application.run } }
      assert_match(/port #{port} is in use/, trouble.message)
      assert_match(/--port/, trouble.mend)
    end
  end

  def test_a_failing_command_shows_the_end_of_its_log
    trouble = assert_raises(Launch::Trouble) { Launch.run("sh", "-c", "echo first; echo the reason; exit 3", log: "launch-test", mend: "read it") }

    assert_match(/the reason/, trouble.message)
    assert_equal "read it", trouble.mend
    assert_empty Launch.run("true", log: "launch-test", mend: "nothing").said
  end

  def test_a_missing_package_is_named
    Process.stub(:uid, 1000) do
      trouble = assert_raises(Launch::Trouble) { Launch::Packages.debian(["no-such-package-anywhere"]) }

      assert_match(/no-such-package-anywhere/, trouble.message)
      assert_match(/as root/, trouble.mend)
    end
    assert_equal :nothing, Launch::Packages.debian(Launch::Packages::RUNNING)
  end

  def test_a_database_of_its_own_starts_answers_stops_and_keeps_its_data
    Dir.mktmpdir do |folder|
      first = server(folder)
      quietly { first.start }
      assert query(first, "CREATE TABLE kept (n INT)", as: :owner_url)
      refute query(first, "CREATE TABLE mine (n INT)"), "the application's own user changes no schema"
      first.stop
      again = server(folder)
      quietly { again.start }

      assert query(again, "SELECT * FROM kept", as: :owner_url)
      assert_equal 0o600, File.stat(File.join(folder, "secret")).mode & 0o777
      second = server(folder)
      trouble = assert_raises(Launch::Trouble) { quietly { second.start } }
      assert_match(/belongs to another start, process #{Process.pid}/, trouble.message)
      second.stop

      assert query(again, "SELECT 1", as: :owner_url), "a start stops only what it started"
      again.stop
    end
  end

  def test_a_full_disk_is_told
    folder = Dir.mktmpdir
    Launch.stub(:free_megabytes, 12) do
      trouble = assert_raises(Launch::Trouble) { quietly { server(File.join(folder, "new")).start } }

      assert_match(/12 MB free/, trouble.message)
    end
  ensure
    FileUtils.rm_rf(folder)
  end

  private

  def server(folder) = Launch::DatabaseServer.new(folder, port: Launch.any_free_port, name: "launch_test")

  def query(server, sql, as: :url)
    uri = URI(server.public_send(as))
    system({ "MYSQL_PWD" => uri.password }, "mariadb", "--no-defaults", "--host=127.0.0.1", "--port=#{server.port}",
           "--user=#{uri.user}", "launch_test", "-e", sql, out: File::NULL)
  end
end
