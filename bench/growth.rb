# frozen_string_literal: true

# What reading and finding cost at one, two, four and eight times a hard shape: no step may grow faster than n log n.
class Growth
  TIMES = [1, 2, 4, 8].freeze
  FASTEST_GROWTH = 1.35 # of the exponent over eight times, with the noise of these machines

  # size of one => text of a file
  SHAPES = {
    "many skipped rows" => [6_000, :skipped],
    "remarks inside the data" => [6_000, :remarks],
    "uneven stamps with a hold target" => [8_000, :uneven],
    "small falls, each above the one before" => [20_000, :falls],
    "small falls, each below the one before" => [20_000, :sinking],
    "cycles" => [40_000, :cycles],
    "plateaus" => [40_000, :plateaus],
    "spikes" => [40_000, :spikes],
    "blank cells in every channel" => [10_000, :blanks],
    "200 columns" => [600, :wide],
    "columns" => [25, :columns],
    "one long line (8 to 64 MB)" => [8_000_000, :line],
    "preamble lines" => [2_000, :preamble]
  }.freeze

  def run
    SHAPES.each { |name, (size, shape)| say(name, TIMES.map { |k| seconds(shape, size * k) }) }
  end

  private

  def seconds(shape, size)
    text = send(shape, size)
    GC.start
    Bench.timed { found(text) }.first
  end

  def found(text)
    reading = MildAnvil::Devices::Delimited::FileReader.read(text, name: "hard.csv", units: MildAnvil::Catalogue.units,
                                                                   choices: CHOICES)
    settings = MildAnvil::Core::Curve::Settings.new(holds: [{ newtons: 5000.0, seconds: 60.0, below_share: 0.02 }])
    MildAnvil::Core::Curve::Analysis.new(reading.recording, settings: settings).findings if reading.ready?
  rescue MildAnvil::InvalidInput => e
    e
  end

  CHOICES = MildAnvil::Devices::Delimited::FileReader::Choices.new(skip_bad_rows: true)

  def say(name, seconds)
    exponent = Math.log(seconds.last / seconds[1]) / Math.log(TIMES.last / TIMES[1])
    mark = exponent > FASTEST_GROWTH && seconds.last > 0.5 ? "   FASTER THAN n log n" : ""
    times = seconds.map { |s| format("%.2f", s) }.join("  ")
    Bench.say name, format("%s s at 1 2 4 8 times; grows as n^%.2f%s", times, exponent, mark)
  end

  def file(rows, header = "Time [s],Force [N],Travel [mm]") = "#{header}\n#{rows.join("\n")}\n"
  def random = Random.new(7)

  # At rest, then what the block makes of each further sample; with noise.
  def pulled(size, travel: true)
    noise = random
    rest = size / 10
    rows = Array.new(size + rest) do |i|
      force = 40 + (i < rest ? 0 : yield(i - rest)) + noise.rand
      moved = [i - rest, 0].max * 0.001
      travel ? format("%.3f,%.2f,%.4f", i * 0.01, force, moved) : format("%.3f,%.2f", i * 0.01, force)
    end
    file(rows, travel ? "Time [s],Force [N],Travel [mm]" : "Time [s],Force [N]")
  end

  def skipped(size)
    file(Array.new(size) do |i|
      if i.even?
        format("%d,%.2f,%.3f", i, i * 0.5, i * 0.01)
      else
        (i % 4 == 1 ? "" : "#{i},,1")
      end
    end)
  end

  def remarks(size) = file(Array.new(size) { |i| i % 3 == 2 ? "remark,#{i}" : "#{i},#{i * 0.5},#{i}" })

  def uneven(size)
    noise = random
    at = 0.0
    file(Array.new(size) do |i|
      format("%.4f,%.2f", at += 0.005 + (noise.rand * 0.01), held(i, size) + noise.rand)
    end, "Time [s],Force [N]")
  end

  def held(index, size) = index < size / 4 ? 20_000.0 * index / size : 5000.0
  def falls(size) = pulled(size, travel: false) { |i| (8000.0 * i / size) + (i % 20 < 10 ? 0 : -180 - (i % 10)) }

  def sinking(size)
    pulled(size, travel: false) do |i|
      last = i - (size * 0.9)
      if last.positive?
        4000 + (50_000 * last / size)
      else
        8000 - (4000.0 * i / size) - (i % 20 < 10 ? 0 : 300)
      end
    end
  end

  def cycles(size) = pulled(size, travel: false) { |i| 2000 - (2000 * Math.cos(i * 0.3)) }
  def plateaus(size) = pulled(size, travel: false) { |i| 8000.0 * (i - (i % (size / 200))) / size }
  def spikes(size) = pulled(size) { |i| (8000.0 * i / size) + (i % 30 == 29 ? 3000 : 0) }

  def blanks(size)
    file(Array.new(size) do |i|
      if i % 7 == 3
        "#{i},,#{i}"
      else
        "#{i},#{i * 0.5},#{i unless i % 5 == 1}"
      end
    end)
  end

  def wide(size, columns = 200)
    header = ["Time [s]", "Force [N]", *Array.new(columns - 2) { |c| "Channel #{c} [mm]" }].join(",")
    file(Array.new(size) { |i| [i, i * 2, *Array.new(columns - 2) { |c| i + c }].join(",") }, header)
  end

  def columns(size) = wide(400, size)

  def line(size)
    rows = Array.new(50) { |i| "#{i},#{i * 2},#{i}" }
    file([*rows, "9" * size, *rows.map { |row| row.sub(/\A\d+/) { |d| (d.to_i + 50).to_s } }])
  end

  def preamble(size)
    "#{Array.new(size) { |i| "Setting #{i}: value #{i * 3}" }.join("\n")}\n#{pulled(500) { |i| i * 16 }}"
  end
end
