# frozen_string_literal: true

require "fileutils"
require "tmpdir"

# Processes of their own that a test starts and may kill; whatever is left is ended with the test.
module RealProcesses
  ROOT = File.expand_path("../..", __dir__)

  def setup
    @var = Dir.mktmpdir
    FileUtils.mkdir_p(File.join(@var, "run"))
    ENV["RECORDER_SOCKET"] = File.join(@var, "run/recorder.sock")
    @pids = []
  end

  def teardown
    @pids.dup.each { |pid| kill(pid, "TERM") }
    ENV.delete("RECORDER_SOCKET")
    FileUtils.remove_entry(@var)
    super
  end

  def process(*words, database: ENV.fetch("DATABASE_URL"))
    env = { "DATABASE_URL" => database, "RECORDER_SOCKET" => ENV.fetch("RECORDER_SOCKET") }
    Process.spawn(env, "bundle", "exec", "ruby", *words, chdir: ROOT, %i[out err] => File.join(@var, "said.log"))
           .tap { |pid| @pids << pid }
  end

  def kill(pid, signal = "KILL")
    Process.kill(signal, pid)
    Process.wait(pid)
    @pids.delete(pid)
  rescue Errno::ESRCH, Errno::ECHILD
    @pids.delete(pid)
  end
end
