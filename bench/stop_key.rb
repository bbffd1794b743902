# frozen_string_literal: true

require "ferrum"
require_relative "live"

# From Escape in a browser until the simulated bench says that it stands: the page at rest, and while it is kept busy.
class StopKey < Live
  BROWSER = %w[/usr/bin/chromium-headless-shell /usr/bin/chromium].freeze
  TRIES = 8
  UNLOADED_NEWTONS = 90
  BUSY_MS = 40 # of every 50: what a page that computes leaves to a key
  BUSY = "window.busy = setInterval(() => { const end = performance.now() + #{BUSY_MS}; " \
         "while (performance.now() < end); }, 50)".freeze

  private

  def measure(server, bench, lot)
    sleep 0.1 until ACTS::Benching::RecorderLine.ask(bench.id, "shown")[:connected]
    MildAnvil::Store::Models::Lot.where(id: lot.id).update(item_type: "rope")
    browser = Ferrum::Browser.new(browser_path: BROWSER.find { |path| File.exist?(path) }, timeout: 60,
                                  browser_options: { "no-sandbox" => nil })
    page = browser.create_page
    page.headers.set(server.headers)
    page.go_to("#{server.url}/lots/#{lot.id}/bench")
    { "at rest" => "0", "kept busy" => BUSY }.each { |words, script| told_of(page, bench, lot, words, script) }
  ensure
    browser&.quit
  end

  def told_of(page, bench, lot, words, script)
    took = Array.new(TRIES) { one(page, bench, lot, script) }.sort
    Bench.say "from Escape to a bench that stands, the page #{words}",
              format("median %.0f ms, longest of %d: %.0f ms", took[took.size / 2], TRIES, took.last)
  end

  # @return [Float] milliseconds
  def one(page, bench, lot, script)
    begin_run(lot)
    sleep 0.05 until page.at_css("[aria-current=step]")
    page.evaluate(script)
    sleep 0.8
    watched(bench) { page.keyboard.type(:Escape) }
  ensure
    page.evaluate("clearInterval(window.busy)")
    rest(bench)
  end

  # Asked of the bench itself, on a line of its own.
  def watched(_bench, &block)
    line = TCPSocket.new("127.0.0.1", Integer(File.read(File.join(@var, "run/bench-simulator.port"))))
    line.write("TRAC:STAR\n")
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
  def rest(bench)
    ask = ->(word) { ACTS::Benching::RecorderLine.ask(bench.id, word) }
    sleep 0.1 while ask.call("shown")[:run]
    ask.call("let off")
    runs = MildAnvil::Store::Models::Run.where(state: "recording")
    sleep 0.2 until runs.empty? && ask.call("shown")[:newtons].abs < UNLOADED_NEWTONS
  end
end
