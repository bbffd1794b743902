# frozen_string_literal: true

require "timeout"
require "zlib"
require_relative "../test_helper"

# Made-up dialects, and files that were cut off, mangled or mixed: each is read, asked about or refused in words, soon.
class FuzzTest < CoreCase
  SEED = 20_261_125
  WITHIN_SECONDS = 5
  HEADERS = [["Time", "Force", "Travel"], ["Zeit", "Kraft", "Weg"], ["Temps", "Charge", "Course"], %w[t F x],
             ["Elapsed", "Load", "Disp"], ["Tempo", "Forza", "Corsa"]].freeze
  UNITS = { time: [["s", 1.0], ["ms", 0.001], ["min", 60.0]],
            force: [["N", 1.0], ["kN", 1000.0], ["daN", 10.0], ["lbf", 4.4482216152605], ["kgf", 9.80665]],
            travel: [["mm", 0.001], ["in", 0.0254], ["µm", 1e-6]] }.freeze
  PEAK = 18_000.0

  # One pull to a sudden break, told in a dialect that the random source chooses; with the tolerance its rounding
  # leaves.
  def dialect(random)
    rate = [5, 20, 50, 250].sample(random: random)
    time, force, travel = UNITS.values.map { |choices| choices.sample(random: random) }
    delimiter = [",", ";", "\t", "  "].sample(random: random)
    mark = delimiter == "," ? "." : [".", ","].sample(random: random)
    order = [0, 1, 2].shuffle(random: random)
    sign = [1, 1, -1].sample(random: random)
    rows = Array.new(rate * 12) do |i|
      row(i / rate.to_f, random).zip([time, force, travel]).map do |v, (_, factor)|
        v / factor
      end
    end
    body = rows.map do |r|
      order.map do |k|
        format("%.#{[5, 5, 6][k]}f", k == 1 ? r[k] * sign : r[k]).tr(".", mark)
      end.join(delimiter)
    end
    text = [*Array.new(random.rand(4)) do |i|
      "Bench #{i}: day #{i + 3}"
    end, *header(order, [time, force, travel], delimiter, random), *body, *Array.new(random.rand(2)) do
                                                                            "# end of record"
                                                                          end, ""]
    encode(text.join(["\n", "\r\n"].sample(random: random)), random)
  end

  def row(seconds, random)
    force = seconds.between?(2.0, 10.0) ? PEAK * (seconds - 2.0) / 8.0 : 0.0
    [seconds, force + random.rand(-4.0..4.0), [seconds - 2.0, 0.0].max * 0.001]
  end

  def header(order, units, delimiter, random)
    names = HEADERS.sample(random: random)
    if random.rand(3).zero?
      return [order.map { |k| names[k] }.join(delimiter), order.map do |k|
        units[k].first
      end.join(delimiter)]
    end

    form = ["%s [%s]", "%s (%s)"].sample(random: random)
    [order.map { |k| format(form, names[k], units[k].first) }.join(delimiter)]
  end

  def encode(text, random)
    case random.rand(5)
    when 0 then text.encode("Windows-1252", undef: :replace)
    when 1 then "\uFEFF#{text}"
    when 2 then text.encode("UTF-16LE").b.prepend("\xFF\xFE".b)
    else text
    end
  end

  def test_every_dialect_gives_the_same_pull
    random = Random.new(SEED)
    60.times do |round|
      bytes = dialect(random)
      reading = read_file(bytes)

      assert_predicate reading, :ready?, "#{round}: #{reading.questions.inspect}\n#{bytes.b[0, 200]}"
      found = Curve::Analysis.new(reading.recording).findings
      peak = found.find { |f| f.kind == :peak }

      assert_in_delta PEAK, peak.force_newtons, PEAK * 0.03, "#{round}: #{bytes.b[0, 200]}"
      assert_equal 1, found.count { |f| f.kind == :break }, "#{round}: #{bytes.b[0, 200]}"
    end
  end

  GIANTS = %w[1e400 -1e308 1e20 9999999999999999999999 0e0 -0.0 1e-320].freeze
  ODD = ["NaN", "inf", "#REF!", "=1+1", "2026-01-05", "12:61", "0x1F", "1 2", "\xC3\xBC".b, "--", "1,2,3"].freeze

  # What can happen to a file on its way: each change takes and gives binary text.
  HARMS = {
    cut: ->(bytes, random) { bytes.byteslice(0, random.rand(bytes.bytesize)) },
    noise: lambda { |bytes, random|
      bytes.dup.tap do |b|
        (1 + random.rand(60)).times do
          b.setbyte(random.rand(b.bytesize), random.rand(256))
        end
      end
    },
    lines: ->(bytes, random) { bytes.lines.shuffle(random: random).join },
    doubled: ->(bytes, _) { bytes + bytes },
    hole: ->(bytes, random) { bytes.dup.tap { |b| b[random.rand(b.bytesize), random.rand(800)] = "" } },
    zeros: ->(bytes, random) { bytes.dup.tap { |b| b[random.rand(b.bytesize), 0] = "\0" * random.rand(900) } },
    marks: ->(bytes, random) { bytes.tr(%w[, ; .].sample(random: random), %w[; , |].sample(random: random)) },
    blanks: ->(bytes, random) { bytes.gsub(/\d+/) { |d| random.rand(20).zero? ? "" : d } },
    giants: lambda { |bytes, random|
      bytes.gsub(/\d+[.,]\d+/) do |d|
        random.rand(200).zero? ? GIANTS.sample(random: random) : d
      end
    },
    repeats: ->(bytes, random) { bytes.lines.flat_map { |line| [line] * (random.rand(30).zero? ? 40 : 1) }.join },
    stretched: ->(bytes, random) { bytes.sub("\n") { "\n#{'x,' * random.rand(90_000)}\n" } },
    titled: ->(bytes, random) { bytes.sub(/[[:alpha:]]+/) { |word| word * random.rand(400) } },
    rated: ->(bytes, random) { "Sampling rate: #{%w[0 -1 1e9 nan 0.000001].sample(random: random)} Hz\n".b + bytes },
    packed: ->(bytes, random) { Zlib.gzip(bytes).then { |z| random.rand(3).zero? ? z[0, random.rand(z.size)] : z } },
    odd_cells: lambda { |bytes, random|
      bytes.gsub(/(?<=[,;\t])\d+/) do |d|
        random.rand(60).zero? ? ODD.sample(random: random) : d
      end
    },
    turned: ->(bytes, _) { bytes.lines.reverse.join }
  }.freeze

  HARMS.each_key do |harm|
    define_method("test_a_file_with_#{harm}_ends_in_words") do
      random = Random.new(SEED + HARMS.keys.index(harm))
      25.times { survives(HARMS.fetch(harm).call(dialect(random).b, random)) }
    end
  end

  def survives(bytes)
    Timeout.timeout(WITHIN_SECONDS) do
      reading = read_file(bytes)
      return assert(reading.questions.all? { |q| q[:text].size > 15 }) unless reading.ready?

      found = Curve::Analysis.new(reading.recording).findings.each { |f| assert_operator f.because.size, :>, 8 }
      JSON.generate([reading.to_h, found.map(&:to_h)]) # no NaN, no infinity
    rescue MildAnvil::InvalidInput => e
      assert_operator e.message.size, :>, 20
    end
  end
end
