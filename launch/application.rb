# frozen_string_literal: true

require "net/http"

module Launch
  # Starts database and web server, waits until they answer, and stops both when asked to.
  class Application
    ANSWERS_WITHIN_SECONDS = 30

    def initialize(port:, database_port:, demo:)
      @port = port
      @database_port = database_port
      @demo = demo
    end

    def run
      puts "Mild Anvil"
      raise Trouble.new("port #{@port} is in use", mend: "stop what uses it, or start with --port #{@port + 10}") unless Launch.port_free?(@port)

      Packages.ready
      FrontEnd.ready
      trap_signals
      url = database_url
      Launch.step("schema and demo") { Launch.run("bundle", "exec", "ruby", "bin/prepare", *(@demo ? [] : ["--no-demo"]), log: "prepare", env: { "DATABASE_URL" => url }, mend: "read the lines above") }
      serve(url)
    ensure
      stop
    end

    private

    def trap_signals
      @stopping = false
      %w[INT TERM].each { |name| trap(name) { @stopping = true } }
    end

    def database_url
      return ENV.fetch("DATABASE_URL") if ENV["DATABASE_URL"]

      @database = DatabaseServer.new(File.join(VAR, "database"), port: @database_port)
      @database.start
      @database.url
    end

    def serve(url)
      log = File.join(VAR, "log", "web.log")
      env = { "DATABASE_URL" => url, "RACK_ENV" => "production" }
      Launch.step("web server") do
        @web = Process.spawn(env, *Launch.web_server(@port), chdir: ROOT, out: log, err: log, pgroup: true)
        wait_until_it_answers(log)
      end
      puts "\n  Open http://127.0.0.1:#{@port}   (Ctrl-C stops everything and keeps the data)\n"
      $stdout.flush
      sleep 0.2 until @stopping || ended?
      raise Trouble.new("the web server ended; the end of #{log}:\n#{File.readlines(log).last(8).join}", mend: "read #{log}") unless @stopping
    end

    def ended? = !Process.wait(@web, Process::WNOHANG).nil?

    def wait_until_it_answers(log)
      deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + ANSWERS_WITHIN_SECONDS
      until answers?
        raise Trouble.new("the web server did not start; the end of #{log}:\n#{File.readlines(log).last(8).join}", mend: "read #{log}") if ended? || Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline
        return if @stopping

        sleep 0.1
      end
    end

    def answers?
      Net::HTTP.get_response(URI("http://127.0.0.1:#{@port}/api/health")).is_a?(Net::HTTPOK)
    rescue SystemCallError, IOError, Net::ReadTimeout
      false
    end

    def stop
      if @web && Launch.alive?(@web)
        Process.kill("TERM", @web)
        Process.wait(@web)
      end
      @database&.stop
      puts "  Stopped. The data is kept." if @web
    rescue Errno::ECHILD, Errno::ESRCH
      @database&.stop
    end
  end
end
