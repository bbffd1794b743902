# frozen_string_literal: true

# Sets up and starts everything on a fresh machine. Plain Ruby only: the gems may not be there yet.
module Launch
  ROOT = File.expand_path("..", __dir__)
  # Everything that an installation keeps; what is compiled for this machine stays in var/native.
  VAR = File.expand_path(ENV.fetch("MILD_ANVIL_VAR", File.join(ROOT, "var")))

  # Something that the person can mend: one line of what, one of how.
  class Trouble < StandardError
    attr_reader :mend

    def initialize(message, mend:)
      super(message)
      @mend = mend
    end
  end

  module_function

  # Says what is being done and how long it took.
  def step(text)
    started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    $stdout.print("  #{text} … ")
    $stdout.flush
    result = yield
    $stdout.puts(result == :nothing ? "in place" : format("%.1f s",
                                                          Process.clock_gettime(Process::CLOCK_MONOTONIC) - started))
    result
  end

  # Without saying what is being done.
  def quietly
    said = $stdout
    $stdout = File.open(File::NULL, "w")
    yield
  ensure
    $stdout = said
  end

  # Runs a command with its output added to a log.
  # @return [LogFile]
  # @raise [Trouble] with the first line that says why it failed
  # @param what [String] the command in words
  def run(*command, log:, mend: nil, what: command.first(3).join(" "), env: {}, chdir: ROOT)
    file = LogFile.new(log).begin_here
    return file if system(env, *command, chdir: chdir, **file.redirection)

    raise Trouble.new("#{what} failed: #{file.reason}", mend: mend || "read #{file.path}")
  end

  WEB_PROCESSES = 3 # so that two cores read files while a third one waits for the database
  WEB_THREADS = "1:6"

  # @param address [String] such as tcp://127.0.0.1:4870
  # @return [Array<String>] the command that serves the application; the database is named in the environment
  def web_server(address)
    ["bundle", "exec", "puma", "--config", File.join(ROOT, "config/puma.rb"), "--bind", address,
     "--workers", WEB_PROCESSES.to_s, "--threads", WEB_THREADS, "--environment", "production", "config.ru"]
  end

  def free_megabytes(path) = `df -Pk #{path}`.lines.last.split[3].to_i / 1024

  def port_free?(port)
    TCPServer.new("127.0.0.1", port).close
    true
  rescue Errno::EADDRINUSE, Errno::EACCES
    false
  end

  def any_free_port = free_ports(1).first

  # Held together, so that none is given twice.
  def free_ports(count)
    servers = Array.new(count) { TCPServer.new("127.0.0.1", 0) }
    servers.map { |server| server.addr[1] }
  ensure
    servers&.each(&:close)
  end

  # Whether the application answers at an address.
  def answers?(address)
    uri = URI("#{address}/api/health")
    options = { use_ssl: uri.scheme == "https",
                verify_mode: OpenSSL::SSL::VERIFY_NONE } # our own certificate, on this machine
    Net::HTTP.start(uri.host, uri.port, **options) { |http| http.get(uri.path) }.is_a?(Net::HTTPOK)
  rescue SystemCallError, IOError, Net::ReadTimeout, OpenSSL::SSL::SSLError
    false
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

  # Asks a process to end; ends it if it does not.
  def end_process(pid, within:)
    Process.kill("TERM", pid)
    deadline = now + within
    sleep(0.05) until (over = ended?(pid)) || now > deadline
    Process.kill("KILL", pid) && Process.detach(pid) unless over
  rescue Errno::ESRCH
    nil
  end

  # A child that has ended stays visible until it is waited for; a process of an earlier start is no child.
  def ended?(pid)
    !Process.wait(pid, Process::WNOHANG).nil?
  rescue Errno::ECHILD
    !alive?(pid)
  end

  def alive?(pid)
    Process.kill(0, pid) == 1
  rescue Errno::ESRCH, Errno::EPERM
    false
  end
end

require "fileutils"
require "net/http"
require "openssl"
require "socket"
require_relative "lock"
require_relative "room"
require_relative "log_file"
require_relative "pid_file"
require_relative "supervised"
require_relative "packages"
require_relative "front_end"
require_relative "database_server"
