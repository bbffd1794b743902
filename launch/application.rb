# frozen_string_literal: true

require_relative "opening"

module Launch
  # Starts database, web server and worker, keeps them running, and stops all of them when asked to. One start at a time
  # owns var/; it stops what it started and nothing else.
  class Application
    ANSWERS_WITHIN_SECONDS = 30
    LOOK_SECONDS = 0.2
    CERTIFICATE_SECONDS = 3600 # between looks whether the certificate ends soon
    PEOPLE = /^accounts: (\d+), of the demo: (\d+)$/

    # @param opening [Opening] where the pages are opened
    def initialize(opening, database_port:, demo:)
      @opening = opening
      @database_port = database_port
      @demo = demo
      @lock = Lock.new(File.join(VAR, "instance.lock"))
    end

    # @raise [Trouble]
    def run
      puts "Mild Anvil"
      take_place
      Packages.ready
      FrontEnd.ready
      trap_signals
      name_processes(environment = environment())
      refuse_taken_port
      prepare(environment)
      refuse_network_without_people
      serve
    ensure
      stop
    end

    private

    # Of two at once one wins; the other is told where the first one answers.
    def take_place
      return @owner = true if @lock.take(@opening.address)

      pid, where = @lock.holder
      raise Trouble.new("it runs already, at #{where} (process #{pid})",
                        mend: "open #{where}, or stop that one first with Ctrl-C or: kill #{pid}")
    end

    def refuse_taken_port
      return if Launch.port_free?(port = @opening.port)

      raise Trouble.new("port #{port} is in use", mend: "stop what uses it, or start with --port #{port + 10}")
    end

    def trap_signals
      @stopping = false
      %w[INT TERM HUP].each { |name| trap(name) { @stopping = true } }
    end

    def environment
      given = ENV.to_h.slice("DATABASE_URL", "OWNER_DATABASE_URL")
      if given["DATABASE_URL"].nil?
        @database = DatabaseServer.new(File.join(VAR, "database"), port: @database_port)
        @database.start
        given = { "DATABASE_URL" => @database.url, "OWNER_DATABASE_URL" => @database.owner_url }
      end
      given.merge("RACK_ENV" => "production", **@opening.environment)
    end

    # What a killed start left running is ended first: it would hold the port. Without pages nothing goes on; without
    # anything else the pages say what is missing, and nothing that stands in for a device ends what is real.
    def name_processes(environment)
      @worker = supervised(environment, "worker", "bundle", "exec", "ruby", "bin/worker")
      @web = supervised(environment, "web", *Launch.web_server(@opening.binding), needed: true)
      @recorder = supervised(environment, "recorder", "bundle", "exec", "ruby", "bin/recorder")
      @bench = simulated_bench(environment) if @demo
      @oven = simulated_oven(environment) if @demo
      [@worker, @web, @recorder, @bench, @oven].compact.each(&:end_left_over)
    end

    # The bench of the demo; where it answers lies in a file.
    def simulated_bench(environment)
      supervised(environment, "bench", "bundle", "exec", "ruby", "bin/bench-simulator", "--capacity", "50000", "--rate",
                 "100", "--port-file", File.join(VAR, "run", "bench-simulator.port"))
    end

    # The oven of the demo: an hour of its test every ten seconds.
    def simulated_oven(environment)
      supervised(environment, "oven", "bundle", "exec", "ruby", "bin/oven-simulator", "--speed", "360", "--memory",
                 File.join(VAR, "oven", "memory"), "--port-file", File.join(VAR, "run", "oven-simulator.port"))
    end

    def supervised(environment, name, *command, needed: false)
      Supervised.new(name, needed: needed) do |log|
        Process.spawn(environment, *command, chdir: ROOT, **log.redirection, pgroup: true)
      end
    end

    def prepare(environment)
      said = Launch.step("schema and demo") do
        command = ["bundle", "exec", "ruby", "bin/prepare", *(@demo ? [] : ["--no-demo"])]
        Launch.run(*command, what: "the database", log: "prepare", env: environment)
      end
      accounts, demo = said.said.match(PEOPLE).captures.map(&:to_i)
      @people = accounts.positive?
      @demo_people = demo.positive?
      @own_people = accounts > demo
    end

    # The passwords of the demo are printed in its documents: its people do not sign in from a network.
    def refuse_network_without_people
      return if !@opening.network? || @own_people

      mend = if @people
               "start without --host, take in people of your own as maren, then start again"
             else
               "start without --host, open the page, take in the first administrator, then start again"
             end
      raise Trouble.new("nobody could sign in from a network yet, so it is not opened to one", mend: mend)
    end

    def serve
      Launch.step("worker, recorder") { [@worker, @recorder, @bench, @oven].compact.each(&:start) }
      Launch.step("web server") do
        @web.start
        wait_until_it_answers
      end
      puts "\n  Open #{@opening.address}   (Ctrl-C stops everything and keeps the data)\n#{how_to_sign_in}#{to_trust}"
      $stdout.flush
      watch until @stopping
    end

    # Whatever ends is started again, with growing pauses, and said; whatever ends again and again is trouble.
    def watch
      sleep LOOK_SECONDS
      [@database, @web, @worker, @recorder, @bench, @oven].compact.each do |process|
        process.look do |words|
          tell(words)
        end
      end
      renew_certificate
    end

    # The server reads it when it begins, and begins anew without letting go of its port.
    def renew_certificate
      return if Launch.now < (@looked_at_certificate ||= Launch.now) + CERTIFICATE_SECONDS

      @looked_at_certificate = Launch.now
      return unless @opening.renewed?

      @web.signal("USR2")
      tell("the certificate was about to end: a new one is in use, and the file that phones trust is the same")
    end

    def tell(words)
      puts "  #{Time.now.strftime('%H:%M:%S')}  #{words}"
      $stdout.flush
    rescue SystemCallError
      nil # what it says may go to a full disk, too
    end

    def how_to_sign_in
      return "  The page asks for the first administrator.\n" unless @people
      return "  Sign in by name and password.\n" if !@demo_people || @opening.network?

      "  Sign in as wren (technician), isolde (reviewer), maren (administrator) or pell (viewer); the password of " \
        "each is\n  fernhollow-NAME, and the page offers them by one click.\n"
    end

    def to_trust
      file = @opening.trusted or return ""
      "  Its certificate is of its own making. A phone or another machine trusts it by this file, by no other:\n  " \
        "#{file}\n"
    end

    def wait_until_it_answers
      deadline = Launch.now + ANSWERS_WITHIN_SECONDS
      until Launch.answers?(@opening.address)
        if Launch.now > deadline || !@web.running?
          raise Trouble.new("the web server did not start: #{@web.log.reason}", mend: "read #{@web.log.path}")
        end
        return if @stopping

        sleep 0.1
      end
    end

    def stop
      return unless @owner

      served = @web&.started?
      [@web, @worker, @recorder, @bench, @oven, @database].compact.each(&:stop)
      @lock.release
      puts "  Stopped. The data is kept." if served
    end
  end
end
