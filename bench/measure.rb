# frozen_string_literal: true

require "bundler/setup"
require "mild_anvil"
require "rack/mock"
require "tempfile"
require_relative "growth"
require_relative "judging"
require_relative "live"
require_relative "stop_key"
require_relative "trust"
require_relative "doors"
require_relative "pictures"
require_relative "load"
require_relative "many_files"
require_relative "memory"
require_relative "comparing"
require_relative "finding"
require_relative "lasting"
require_relative "planning"
require_relative "chain"

# The measurements of bin/bench; times are medians.
module Bench
  ROWS = 1_000_000
  PANDAS = "import time,sys\ntry:\n import pandas as pd\nexcept ImportError:\n sys.exit(3)\nt=time.time(); " \
           "d=pd.read_csv(sys.argv[1]); d.iloc[:,1].max(); print(time.time()-t)"

  module_function

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

  # @return [Array(Float, Object)] median seconds and the last result
  def timed(times = 1)
    result = nil
    seconds = Array.new(times) do
      started = now
      result = yield
      now - started
    end
    [seconds.sort[times / 2], result]
  end

  def say(name, text) = puts(format("%-46s %s", name, text))
  def peak_megabytes = megabytes("VmHWM")
  def megabytes(name) = File.read("/proc/self/status")[/#{name}:\s+(\d+)/, 1].to_i / 1024

  def person
    @person ||= MildAnvil::Store::Models::Person.first(name: "Bench") ||
                MildAnvil::Actions::ManagePeople.add(name: "Bench", login: "bench", roles: %w[technician],
                                                     password_hash: "-")
  end

  def key = @key ||= MildAnvil::Actions::Tokens.issue(person_id: person.id, name: "measurements").last

  # Asks the real application; anything but an answer ends the measurement.
  def ask(path)
    @web ||= Rack::MockRequest.new(MildAnvil::Web::Stack.build)
    answer = @web.get(path, "HTTP_HOST" => "127.0.0.1", "HTTP_AUTHORIZATION" => "Bearer #{key}")
    abort "#{path} answered #{answer.status}: #{answer.body[0, 200]}" unless answer.status == 200
    answer
  end

  def lot(name = "Bench lot")
    @job ||= MildAnvil::Actions::CreateJob.call(customer: "Bench", title: "Measurements", person_id: person.id)
    MildAnvil::Actions::SaveLot.create(job_id: @job.id, values: { name: name, item_type: "sewn_loop" },
                                       person_id: person.id)
  end

  def long_log
    random = Random.new(1)
    body = Array.new(ROWS) do |i|
      force = i < 20_000 || i > 900_000 ? 0.0 : (i - 20_000) * 0.02
      format("%.4f,%.3f,%.4f", i * 0.0002, force + random.rand, i * 0.00001)
    end
    ["Time [s],Force [N],Displacement [mm]", *body, ""].join("\n")
  end

  def import
    bytes = long_log
    file = Tempfile.new("bench").tap { |f| f.write(bytes) && f.flush }
    before = peak_megabytes
    target = lot
    seconds, @pull = timed do
      source = MildAnvil::Devices::Delimited::Source.file(file.path)
      MildAnvil::Actions::ImportRecording.call(lot_id: target.id, name: "long.csv", source: source,
                                               person_id: person.id)
    end
    say "import of #{ROWS} rows x 3 (#{bytes.bytesize / 1_000_000} MB)",
        format("%.2f s, stored and drawable with its findings; peak %.0f N", seconds,
               @pull.measurement("peak").value_si)
    say "  memory on top",
        "#{peak_megabytes - before} MB = #{format('%.1f',
                                                  (peak_megabytes - before) * 1.0e6 / bytes.bytesize)} x the file"
    yardstick(file.path, seconds)
  end

  # pandas reads and looks for the highest value; it finds nothing else and stores nothing.
  def yardstick(path, seconds)
    pandas = Array.new(3) { IO.popen(["/usr/bin/python3", "-c", PANDAS, path], err: File::NULL, &:read).to_f }.sort[1]
    return say("  against pandas read_csv + max", "python3-pandas is not installed") unless pandas.positive?

    alike, = timed(3) { read(path).then { |recording| MildAnvil::Core::Packed.survey(recording.main.packed).highest } }
    say "  against pandas read_csv + max",
        format("%.2f s, ratio %.2f; reading and highest force alone %.2f s, ratio %.2f", pandas, seconds / pandas,
               alike,
               alike / pandas)
  end

  def read(path)
    MildAnvil::Devices::Delimited::FileReader.read(MildAnvil::Devices::Delimited::Source.file(path), name: "long.csv",
                                                                                                     units: MildAnvil::Catalogue.units).recording
  end

  def window
    import unless @pull
    curve = @pull.recording
    random = Random.new(2)
    lengths = [180.0, 20.0, 2.0, 0.2, 0.01]
    lengths.each do |length|
      seconds = Array.new(15) do
        from = random.rand * (curve.end_seconds - length)
        timed do
          ask("/api/recordings/#{curve.id}/window?points=700&from_seconds=#{from}&to_seconds=#{from + length}")
        end.first
      end
      say "zoom window of #{length} s",
          format("median %.1f ms, slowest %.1f ms", seconds.sort[7] * 1000, seconds.max * 1000)
    end
  end

  def rack
    made = Array.new(500) { |i| lot("Lot #{i}") }
    fill(made.first(100), 20)
    ask("/api/lots")
    seconds, = timed(9) { ask("/api/lots") }
    say "rack with 500 lots, 100 of them with 20 pulls, a page", format("%.1f ms", seconds * 1000)
    say "  looking for words", format("%.1f ms", timed(9) { ask("/api/lots?q=lot+77") }.first * 1000)
    say "one lot with 20 pulls", format("%.1f ms", timed(9) { ask("/api/lots/#{made.first.id}") }.first * 1000)
    say "its rating", format("%.1f ms", timed(9) { ask("/api/lots/#{made.first.id}/rating") }.first * 1000)
  end

  # Pulls of a lot, typed and judged by the product's own actions.
  def fill(lots, pulls)
    random = Random.new(3)
    lots.each do |lot|
      pulls.times do |i|
        text = format("%.2f", 9 + (random.rand * 0.9))
        pull = MildAnvil::Actions::RecordPeak.call(lot_id: lot.id, text: text, unit: "kN", person_id: person.id,
                                                   specimen_number: i + 1)
        MildAnvil::Actions::JudgePull.call(pull_id: pull.id, person_id: person.id, counts_as: "break",
                                           failed_part: "specimen")
      end
    end
  end

  # Every other lot of the type that could lend its scatter.
  def lenders
    lots = Array.new(1000) { |i| lot("Lender #{i}") }
    fill(lots, 3)
    path = "/api/lots/#{lots.last.id}/lenders"
    ask(path)
    say "lenders among #{lots.size} lots of the type", format("%.0f ms", timed(5) { ask(path) }.first * 1000)
  end

  # From asking for the address to the first heading on the screen, in a browser that has never been there.
  def opening
    require "capybara"
    require "ferrum"
    server = Capybara::Server.new(MildAnvil::Web::Stack.build).boot
    path = %w[/usr/bin/chromium-headless-shell /usr/bin/chromium].find do |p|
      File.exist?(p)
    end || (return say("opening the application", "no Chromium is installed"))
    browser = Ferrum::Browser.new(browser_path: path,
                                  browser_options: { "no-sandbox" => nil,
                                                     "disable-gpu" => nil, "disable-background-networking" => nil })
    browser.go_to("about:blank")
    seconds, = timed do
      browser.go_to("http://127.0.0.1:#{server.port}/lots")
      sleep 0.005 until browser.at_css("h1")
    end
    say "opening the application, first visit", format("%.0f ms", seconds * 1000)
  ensure
    browser&.quit
  end

  def script
    files = Dir[File.expand_path("../frontend/dist/assets/*.js.gz", __dir__)]
    say "compressed script", "#{files.sum { |f| File.size(f) } / 1000} kB in #{files.size} file(s)"
  end

  def statistics
    factor = MildAnvil::Core::Statistics::ToleranceFactor
    count = 9
    seconds, = timed(31) { factor.normal(breaks: count += 1, coverage: 0.95, confidence: 0.95) }
    say "a tolerance factor, not asked for before", format("%.2f ms", seconds * 1000)
    rating = MildAnvil::Core::Rating
    unit = MildAnvil::Catalogue.units.force!("kN")
    lots = Array.new(6) do |k|
      rating::Sample.new(Array.new(30) do |i|
        rating::Observation.checked(counts_as: :break, value_si: 20_000.0 + (900 * Math.sin((i * 7) + k)))
      end)
    end
    rate = lambda { |lot, **given|
      timed do
        rating::ComputeRating.call(lot, rating::Terms.checked(unit: unit, **given))
      end.first * 1000
    }
    say "all that the Rate screen shows, 30 breaks", format("%.0f ms the first time, then %.0f ms", rate.call(lots[0]),
                                                            lots[1..4].map { |lot|
                                                              rate.call(lot)
                                                            }.sort[1])
    say "  with every fitted bound simulated", format("%.0f ms", rate.call(lots[5], calibrate: :all))
    groups = Array.new(8) { |g| ["group #{g}", Array.new(6) { |i| 20 + (0.3 * g) + Math.sin((i * 5) + g) }] }.to_h
    say "Tukey on 8 groups", format("%.0f ms", timed {
      MildAnvil::Core::Compare::OneWay.new(groups).tukey
    }.first * 1000)
  end

  # Everything that is found in a curve of a million samples, reading apart.
  def findings
    reader = MildAnvil::Devices::Delimited
    file = Tempfile.new("bench").tap { |f| f.write(long_log) && f.flush }
    seconds, reading = timed do
      reader::FileReader.read(reader::Source.file(file.path), name: "long.csv",
                                                              units: MildAnvil::Catalogue.units)
    end
    say "reading #{ROWS} rows x 3", format("%.2f s", seconds)
    seconds, found = timed(3) { MildAnvil::Core::Curve::Analysis.new(reading.recording).findings }
    say "all findings of them", format("%.2f s, %d of them", seconds, found.size)
  end
end

MildAnvil::Store::Database.connect(ENV.fetch("DATABASE_URL"))
MildAnvil::LOADER.eager_load # as the server does before it answers
parts = if ARGV.empty?
          %w[script opening statistics findings import window files rack judging lenders growth load
             memory planning chain comparing lasting finding]
        else
          ARGV
        end
SERVED = { "files" => ManyFiles, "judging" => Judging, "growth" => Growth, "load" => Load, "memory" => Memory,
           "comparing" => Comparing, "lasting" => Lasting, "finding" => Finding,
           "planning" => Planning, "chain" => Chain,
           "live" => Live, "stop" => StopKey, "trust" => Trust, "doors" => Doors,
           "pictures" => PictureFuzz }.freeze
parts.each { |part| SERVED.key?(part) ? SERVED.fetch(part).new.run : Bench.public_send(part) }
