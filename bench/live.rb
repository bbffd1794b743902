# frozen_string_literal: true

require "json"
require "tmpdir"
require_relative "served"

# A pull on a simulated bench while people watch: what of a core the recorder takes, how old a sample is when it comes
# to a browser, whether anything is lost. LIVE_SECONDS, LIVE_HERTZ, LIVE_CELLS, LIVE_WATCHERS say how long, how fast,
# how many.
class Live
  SECONDS = Integer(ENV.fetch("LIVE_SECONDS", "40"))
  HERTZ = Integer(ENV.fetch("LIVE_HERTZ", "1000"))
  CELLS = Integer(ENV.fetch("LIVE_CELLS", "1"))
  WATCHERS = Integer(ENV.fetch("LIVE_WATCHERS", "1"))
  ACTS = MildAnvil::Actions
  TICKS = 100.0 # a second, of the processor's clock

  def run
    @var = Dir.mktmpdir
    FileUtils.mkdir_p(File.join(@var, "run"))
    ENV["RECORDER_SOCKET"] = File.join(@var, "run/recorder.sock")
    port = File.join(@var, "run/bench-simulator.port")
    @pids = [spawn_bench(port), spawn_recorder]
    bench, lot = made
    Served.new.run { |server| measure(server, bench, lot) }
  ensure
    @pids.each { |pid| Process.kill("TERM", pid) && Process.wait(pid) }
    FileUtils.remove_entry(@var)
  end

  private

  def spawn_bench(port)
    Process.spawn("bundle", "exec", "ruby", "bin/bench-simulator", "--rate", HERTZ.to_s, "--cells", CELLS.to_s,
                  "--port-file", port, chdir: Launch::ROOT, out: File::NULL)
  end

  def spawn_recorder = Process.spawn("bundle", "exec", "ruby", "bin/recorder", chdir: Launch::ROOT)

  def typed(text, unit = "kN") = { text: text.to_s, unit: unit }
  def add(table, **values) = ACTS::Planning::Register.add(table: table, values: values, person_id: Bench.person.id)

  def made
    bench = add("benches", name: "Live #{ULID.generate}", kind: "frame", pull: typed(50), address: "simulated")
    add("instruments", name: "Cell #{ULID.generate}", capacity: typed(50), resolution: typed("0.01"),
                       bench_id: bench.id, tolerance_percent: 1.0, verified_low: typed(1), verified_high: typed(50))
    MildAnvil::Store::Models::Instrument.where(bench_id: bench.id)
                                        .update(checked_state: "good", checked_until: nil)
    lot = Bench.lot("Held")
    content = { bench_id: bench.id, expected: { mean: typed(14), scatter_percent: 5 } }
    ACTS::Planning::SavePlan.call(lot_id: lot.id, content: content, revision: 0, person_id: Bench.person.id)
    [bench, lot]
  end

  def measure(server, bench, _lot)
    sleep 0.1 until ACTS::Benching::RecorderLine.ask(bench.id, "shown")[:connected]
    given = { uid: ULID.generate, procedure: held, limits: { force_limit: 20_000.0, travel_limit: 0.5 } }
    ACTS::Benching::RecorderLine.ask!(bench.id, "start", given)
    watchers = Array.new(WATCHERS) { Thread.new { ages(server, bench.id) } }
    before = processor
    sleep SECONDS
    taken = 100 * (processor - before) / SECONDS
    Bench.say "the recorder, of a core", format("%.1f %% at %d Hz × %d, %d watching", taken, HERTZ, CELLS + 1, WATCHERS)
    told(watchers.flat_map(&:value))
    ended(bench)
  end

  def held
    { name: "Held", kind: "sustained", steps: [{ does: "ramp", to: 5000, rate: 5000 },
                                               { does: "wait", seconds: SECONDS + 60 }] }
  end

  def processor
    fields = File.read("/proc/#{@pids.last}/stat").split(") ").last.split
    (fields[11].to_i + fields[12].to_i) / TICKS
  end

  # How long after it could be sent at the earliest each event came: against the fastest of all, which is the clocks'
  # difference.
  def ages(server, bench_id)
    seen = []
    deadline = Bench.now + SECONDS
    server.stream("/api/benches/#{bench_id}/live") do |shown|
      newest = shown["points"].last
      seen << (Bench.now - newest[1]) if newest
      Bench.now < deadline
    end
    seen.map { |one| one - seen.min }
  end

  def told(ages)
    middle, most = [0.5, 0.95].map { |share| ages.sort[(ages.size * share).floor] * 1000 }
    Bench.say "from sample to browser, beyond the quickest",
              format("median %.0f ms, 95 of 100 within %.0f ms, %d events", middle, most, ages.size)
  end

  # From asking the recorder until the bench says that it stands.
  def stopped(bench)
    started = Bench.now
    ACTS::Benching::RecorderLine.ask!(bench.id, "stop")
    Bench.say "from stop to a bench that stands", format("%.0f ms", (Bench.now - started) * 1000)
  end

  def ended(bench)
    stopped(bench)
    sleep 0.05 while ACTS::Benching::RecorderLine.ask(bench.id, "shown")[:run]
    path = Dir[File.join(@var, "journal/**/*.journal")].first
    read = MildAnvil::Devices::Recorder::Journal.read(path)
    numbers = read.samples.map(&:number)
    lost = numbers.last - numbers.first + 1 - numbers.size
    Bench.say "samples kept",
              "#{numbers.size} of #{CELLS + 1} channels, #{lost} lost, #{numbers.size - numbers.uniq.size} twice"
  end
end
