# frozen_string_literal: true

require "ferrum"
require_relative "live"

# From Escape in a browser until the simulated bench says that it stands: the page at rest, kept busy, with the database
# frozen, with a bench that obeys one command of three, and with the page's own web server killed. Whoever presses only
# looks: a viewer.
class StopKey < Live
  BROWSER = %w[/usr/bin/chromium-headless-shell /usr/bin/chromium].freeze
  TRIES = Integer(ENV.fetch("STOP_TRIES", "8"))
  UNLOADED_NEWTONS = 90
  BUSY_MS = 40 # of every 50: what a page that computes leaves to a key
  BUSY = "window.busy = setInterval(() => { const end = performance.now() + #{BUSY_MS}; " \
         "while (performance.now() < end); }, 50)".freeze
  SIGN_IN = "fetch('/api/sign-in', {method: 'POST', headers: {'Content-Type': 'application/json'}, " \
            "body: JSON.stringify({login: '%s', password: '%s'})}).then((r) => r.status).then(arguments[0])"
  PASSWORD = "measured by the bench"
  SPECIMEN = "rope:40000"

  def run
    ports = Array.new(2) { Launch.any_free_port }
    addresses = ports.map { |port| "http://127.0.0.1:#{port}" }
    @servers = ports.each_with_index.map { |port, i| Served.new(port: port, peers: [addresses[1 - i]]) }
    super
  end

  private

  def measure(server, bench, lot)
    @bench = bench
    MildAnvil::Store::Models::Lot.where(id: lot.id).update(item_type: "rope")
    told_by(server, lot) { |page| at_one_server(page, lot) }
    @servers[0].run do |first|
      @servers[1].run do |_|
        told_by(first, lot) do |page|
          told_of(page, lot, "its web server killed", tries: 1, killing: first)
        end
      end
    end
  end

  def at_one_server(page, lot)
    told_of(page, lot, "at rest")
    told_of(page, lot, "kept busy", script: BUSY)
    told_of(page, lot, "the database frozen", frozen: true)
    refusing { told_of(page, lot, "the bench obeying one command of three", tries: 1) }
  end

  def told_by(server, lot)
    browser = Ferrum::Browser.new(browser_path: BROWSER.find { |path| File.exist?(path) }, timeout: 60,
                                  browser_options: { "no-sandbox" => nil })
    page = browser.create_page
    page.go_to(server.url)
    page.evaluate_async(format(SIGN_IN, viewer, PASSWORD), 20)
    page.go_to("#{server.url}/lots/#{lot.id}/bench")
    yield page
  ensure
    browser&.quit
  end

  # Somebody who signs in at a page, and only looks.
  def viewer
    @viewer ||= "viewer-#{ULID.generate.downcase}".tap do |login|
      ACTS::ManagePeople.add(name: login, login: login, roles: %w[viewer],
                             password_hash: MildAnvil::Web::SignIn.password_hash(PASSWORD))
    end
  end

  def told_of(page, lot, words, tries: TRIES, **how)
    took = Array.new(tries) { one(page, lot, **how) }.sort
    Bench.say "from Escape to a bench that stands, #{words}",
              format("median %.0f ms, longest of %d: %.0f ms", took[took.size / 2], tries, took.last)
  end

  # @return [Float] milliseconds
  def one(page, lot, script: "0", frozen: false, killing: nil)
    begin_run(lot)
    see_it_move(page)
    page.evaluate(script)
    sleep 0.8
    signal_database("STOP") if frozen
    sleep 0.5 if frozen
    killing&.kill
    watched { page.keyboard.type(:Escape) }
  ensure
    signal_database("CONT") if frozen
    page.evaluate("clearInterval(window.busy)")
    rest
  end

  def see_it_move(page)
    Timeout.timeout(30) { sleep 0.05 until page.at_css("[aria-current=step]") }
  rescue Timeout::Error
    abort "the page does not show the pull: #{page.at_css('body').text[0, 600]}\n#{ask('shown').to_s[0, 600]}"
  end

  # A simulator that refuses two commands of three once it moves, in place of the usual one, each try anew.
  def refusing(&block)
    took = Array.new(3) do |i|
      path = File.join(@var, "run", "refusing-#{i}.port")
      pid = Process.spawn("bundle", "exec", "ruby", "bin/bench-simulator", "--rate", HERTZ.to_s,
                          "--refuse-after", "0.2",
                          "--specimen", SPECIMEN, "--port-file", path, chdir: Launch::ROOT, out: File::NULL)
      sleep 0.05 until File.exist?(path)
      moved_to("127.0.0.1:#{File.read(path)}", File.read(path), &block)
    ensure
      Process.kill("TERM", pid) && Process.wait(pid)
    end
    took.size
  end

  def moved_to(address, port)
    @port_now = Integer(port)
    row = MildAnvil::Store::Models::Bench.where(id: @bench.id)
    row.update(address: address, identity: nil)
    sleep 0.1 until ask("shown")[:connected] && ask("shown")[:state] == "IDLE"
    sleep 2.5 # it is met anew
    yield
  ensure
    @port_now = nil
    row.update(address: "simulated", identity: nil)
    sleep 2.5
  end

  def signal_database(name)
    folder = File.join(Launch::VAR, "bench-database")
    Process.kill(name, Integer(File.read(File.join(folder, "server.pid"))))
  end

  def port = @port_now || Integer(File.read(File.join(@var, "run/bench-simulator.port")))
  def ask(word) = ACTS::Benching::RecorderLine.ask(@bench.id, word)

  # Asked of the bench itself, on a line of its own.
  def watched(&block)
    line = TCPSocket.new("127.0.0.1", port)
    line.write("TRAC:STAR\n") until line.wait_readable(0.2) && line.gets.start_with?("OK", "D ")
    begun = Bench.now
    presser = Thread.new(&block)
    nil until line.gets.include?("STATE STOPPED")
    (Bench.now - begun) * 1000
  ensure
    presser&.join
    line&.close
  end

  def begin_run(lot)
    looked = ACTS::Benching::Readiness::CHECKLIST.transform_values { true }
    ACTS::Benching::StartRun.call(lot_id: lot.id, procedure: "break", person_id: Bench.person.id, roles: %w[reviewer],
                                  reason: "measured", checklist: looked)
  end

  # Let off and ended, ready for the next.
  def rest
    sleep 0.1 while ask("shown")[:run]
    ask("let off") unless @port_now
    runs = MildAnvil::Store::Models::Run.where(state: %w[claimed recording])
    sleep 0.2 until runs.empty? && (@port_now || ask("shown")[:newtons].to_f.abs < UNLOADED_NEWTONS)
  end
end
