# frozen_string_literal: true

require "net/http"
require "openssl"
require_relative "certificate"

module Launch
  # Starts database, web server and worker, waits until they answer, and stops all of them when asked to.
  class Application
    ANSWERS_WITHIN_SECONDS = 30
    LOOPBACK = "127.0.0.1"
    PEOPLE = /^accounts: (\d+), demo: (true|false)$/

    # @param host [String] anything but 127.0.0.1 opens it to a network, over TLS
    def initialize(port:, database_port:, demo:, host: LOOPBACK)
      @port = port
      @database_port = database_port
      @demo = demo
      @host = host
    end

    def run
      puts "Mild Anvil"
      unless Launch.port_free?(@port)
        raise Trouble.new("port #{@port} is in use",
                          mend: "stop what uses it, or start with --port #{@port + 10}")
      end

      Packages.ready
      FrontEnd.ready
      trap_signals
      environment = environment()
      prepare(environment)
      refuse_network_without_people
      serve(environment)
    ensure
      stop
    end

    private

    def trap_signals
      @stopping = false
      %w[INT TERM].each { |name| trap(name) { @stopping = true } }
    end

    def environment
      given = ENV.to_h.slice("DATABASE_URL", "OWNER_DATABASE_URL")
      if given["DATABASE_URL"].nil?
        @database = DatabaseServer.new(File.join(VAR, "database"), port: @database_port)
        @database.start
        given = { "DATABASE_URL" => @database.url, "OWNER_DATABASE_URL" => @database.owner_url }
      end
      given.merge("RACK_ENV" => "production", "PERMITTED_HOSTS" => @host == LOOPBACK ? "" : @host)
    end

    def prepare(environment)
      Launch.step("schema and demo") do
        Launch.run("bundle", "exec", "ruby", "bin/prepare", *(@demo ? [] : ["--no-demo"]), log: "prepare",
                                                                                           env: environment,
                                                                                           mend: "read the lines above")
      end
      accounts, demo = File.read(File.join(VAR, "log", "prepare.log")).match(PEOPLE).captures
      @people = accounts.to_i.positive?
      @demo_people = demo == "true"
    end

    def refuse_network_without_people
      return if @host == LOOPBACK || @people

      raise Trouble.new("nobody can sign in yet, so #{@host} is not opened to a network",
                        mend: "start without --host, open the page, take in the first administrator, then start again")
    end

    def serve(environment)
      Launch.step("worker") { @worker = spawn_logged(environment, "worker", "bundle", "exec", "ruby", "bin/worker") }
      Launch.step("web server") do
        @web = spawn_logged(environment, "web", *Launch.web_server(binding_address))
        wait_until_it_answers
      end
      puts "\n  Open #{address}   (Ctrl-C stops everything and keeps the data)\n#{how_to_sign_in}"
      $stdout.flush
      watch(environment) until @stopping
    end

    # A worker that dies is started again; a web server that ends is trouble.
    def watch(environment)
      sleep 0.2
      if ended?(@web)
        raise Trouble.new("the web server ended; the end of #{log('web')}:\n#{tail('web')}",
                          mend: "read #{log('web')}")
      end

      @worker = spawn_logged(environment, "worker", "bundle", "exec", "ruby", "bin/worker") if ended?(@worker)
    end

    def spawn_logged(environment, name, *command)
      path = log(name)
      FileUtils.mkdir_p(File.dirname(path))
      Process.spawn(environment, *command, chdir: ROOT, out: path, err: path, pgroup: true)
    end

    def log(name) = File.join(VAR, "log", "#{name}.log")
    def tail(name) = File.readlines(log(name)).last(8).join
    def ended?(pid) = !Process.wait(pid, Process::WNOHANG).nil?

    def binding_address
      return "tcp://#{LOOPBACK}:#{@port}" if @host == LOOPBACK

      key, certificate = Certificate.files(File.join(VAR, "tls"), @host)
      "ssl://#{@host}:#{@port}?key=#{key}&cert=#{certificate}"
    end

    def address = "#{@host == LOOPBACK ? 'http' : 'https'}://#{@host}:#{@port}"

    def how_to_sign_in
      return "  The page asks for the first administrator.\n" unless @people
      return "  Sign in by name and password.\n" unless @demo_people

      "  Sign in as wren (technician), isolde (reviewer), maren (administrator) or pell (viewer); the password of " \
        "each is\n  " \
        "fernhollow-NAME, and the page offers them by one click.\n"
    end

    def wait_until_it_answers
      deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + ANSWERS_WITHIN_SECONDS
      until answers?
        late = Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline
        if late || ended?(@web)
          raise Trouble.new("the web server did not start; the end of #{log('web')}:\n#{tail('web')}",
                            mend: "read #{log('web')}")
        end
        return if @stopping

        sleep 0.1
      end
    end

    def answers?
      uri = URI("#{address}/api/health")
      options = { use_ssl: uri.scheme == "https",
                  verify_mode: OpenSSL::SSL::VERIFY_NONE } # our own certificate, on this machine
      Net::HTTP.start(uri.host, uri.port, **options) { |http| http.get(uri.path) }.is_a?(Net::HTTPOK)
    rescue SystemCallError, IOError, Net::ReadTimeout, OpenSSL::SSL::SSLError
      false
    end

    def stop
      [@web, @worker].compact.each { |pid| end_process(pid) }
      @database&.stop
      puts "  Stopped. The data is kept." if @web
    end

    def end_process(pid)
      return unless Launch.alive?(pid)

      Process.kill("TERM", pid)
      Process.wait(pid)
    rescue Errno::ECHILD, Errno::ESRCH
      nil
    end
  end
end
