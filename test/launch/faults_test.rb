# frozen_string_literal: true

require "bundler/setup"
require "minitest/autorun"
require "json"
require "net/http"
require "open3"
require "tmpdir"
require_relative "../../launch/launch"

# The whole application as bin/start runs it, with its processes killed one after the other.
class FaultsTest < Minitest::Test
  WITHIN_SECONDS = 40

  def setup
    @folder = Dir.mktmpdir
    @port, @database_port = Array.new(2) { Launch.any_free_port }
    @env = { "MILD_ANVIL_VAR" => @folder, "DATABASE_URL" => nil, "OWNER_DATABASE_URL" => nil, "RACK_ENV" => nil }
  end

  def teardown
    Launch.end_process(@pid, within: 20) if @pid
    Dir[File.join(@folder, "{run,database}/*.pid")].each { |path| Launch::PidFile.new(path).end_left_over }
    FileUtils.rm_rf(@folder)
  end

  def command = ["bin/start", "--no-demo", "--port", @port.to_s, "--database-port", @database_port.to_s]
  def said = File.read(File.join(@folder, "said"))

  def start
    @pid = Process.spawn(@env, *command, chdir: Launch::ROOT, out: [File.join(@folder, "said"), "w"],
                                         err: %i[child out], pgroup: true)
    soon("it opens") { said.include?("Open http") }
  end

  def soon(what)
    deadline = Launch.now + WITHIN_SECONDS
    sleep 0.1 until (found = yield) || Launch.now > deadline
    assert found, "#{what} within #{WITHIN_SECONDS} s\n#{said}"
    found
  end

  def health = Net::HTTP.get_response(URI("http://127.0.0.1:#{@port}/api/health")).is_a?(Net::HTTPOK)

  def answers?
    health
  rescue SystemCallError, IOError
    false
  end

  # What only a running database can say: whether there are people.
  def knows_people?
    answer = Net::HTTP.get_response(URI("http://127.0.0.1:#{@port}/api/session"))
    answer.is_a?(Net::HTTPOK) && JSON.parse(answer.body)["people_exist"] == true
  rescue SystemCallError, IOError
    false
  end

  def pid_of(name, folder = "run") = Launch::PidFile.new(File.join(@folder, folder, "#{name}.pid")).running

  def kill(name, folder = "run")
    before = soon("#{name} runs") { pid_of(name, folder) } # it may be on its way back from what was killed before
    Process.kill("KILL", before)
    soon("#{name} runs again") { pid_of(name, folder).then { |now| now && now != before } }
  end

  def test_whatever_is_killed_comes_back_and_nothing_is_lost
    start
    assert_second_start_is_told
    add_person
    kill("database", "database")
    soon("it knows people after the database was killed") { knows_people? }
    kill("web")
    soon("it answers after the web server was killed") { knows_people? }
    kill("worker")
    assert_match(/database ended \(killed by signal 9, KILL\)/, said)
    assert_launcher_is_replaced
    assert_stopped_in_order
  end

  def test_damaged_data_are_told_in_one_line_with_the_mend
    data = File.join(@folder, "database", "data")
    FileUtils.mkdir_p(data)
    File.write(File.join(data, "ibdata1"), "not a table space" * 1000)
    words, status = Open3.capture2e(@env, *command, chdir: Launch::ROOT)

    refute_predicate status, :success?
    assert_match(/^Cannot start: the database did not start: .*ERROR/, words)
    assert_match(/^Mend: if its data are damaged, move .* away and restore a backup/, words)
  end

  private

  SOMEBODY = "INSERT INTO people (id, uid, name, created_at) VALUES (1, '#{'0' * 26}', 'Ada', NOW()); " \
             "INSERT INTO accounts (person_id, login, password_hash) VALUES (1, 'ada', '-')".freeze

  # Behind the page, since only a browser has its token.
  def add_person
    secret = File.read(File.join(@folder, "database", "secret"))
    system({ "MYSQL_PWD" => secret }, "mariadb", "--no-defaults", "--host=127.0.0.1", "--port=#{@database_port}",
           "--user=anvil", "mild_anvil", "-e", SOMEBODY, exception: true)
    soon("it knows people") { knows_people? }
  end

  def assert_second_start_is_told
    words, status = Open3.capture2e(@env, *command, chdir: Launch::ROOT)

    refute_predicate status, :success?
    assert_match(%r{it runs already, at http://127.0.0.1:#{@port} \(process #{@pid}\)}, words)
    assert_predicate self, :answers?, "the first one goes on"
  end

  # What it leaves running is recognised by the next start, ended, and started anew.
  def assert_launcher_is_replaced
    left = [soon("the database runs") { pid_of("database", "database") }, soon("web runs") { pid_of("web") }]
    Process.kill("KILL", @pid)
    Process.wait(@pid)
    start

    left.each { |pid| refute Launch.alive?(pid) }
    soon("it knows people after a new start") { knows_people? }
    soon("its worker made a backup") { Dir[File.join(@folder, "backups", "*.sql.gz")].any? }
  end

  def assert_stopped_in_order
    ours = [pid_of("database", "database"), pid_of("web"), pid_of("worker")]
    Process.kill("TERM", @pid)
    Process.wait(@pid)
    @pid = nil

    assert_match(/Stopped\. The data is kept\./, said)
    ours.each { |pid| refute Launch.alive?(pid) }
  end
end
