# frozen_string_literal: true

require "stringio"
require_relative "../test/support/pictures"

# Harmed and hostile pictures, each looked at as one that somebody sent: how many were drawn and how many refused, how
# long the longest took, and the most memory that any process of them had. bin/bench pictures; PICTURES=N, SEED=N.
class PictureFuzz
  COUNT = Integer(ENV.fetch("PICTURES", "500"))
  LOOK_SECONDS = 0.02

  def run
    @random = Random.new(Integer(ENV.fetch("SEED", "1")))
    @most = 0
    watching = Thread.new { watch }
    seconds, outcomes = Array.new(COUNT) { one(spoilt(seeds[@random.rand(seeds.size)])) }.transpose
    report(seconds, outcomes.tally)
    bombs
  ensure
    watching&.kill
  end

  private

  def one(bytes)
    started = now
    outcome = looked(bytes)
    [now - started, outcome]
  end

  def looked(bytes)
    drawn = MildAnvil::Devices::LookedFile.of(StringIO.new(bytes), name: "photo")
    drawn.width ? :drawn : :kept
  rescue MildAnvil::InvalidInput
    :refused
  end

  # Of each kind one that is sound, drawn by the application itself.
  def seeds
    @seeds ||= begin
      script = "require 'vips'; i = Vips::Image.gaussnoise(640, 480).cast(:uchar); i = i.bandjoin([i, i])" \
               ".copy(interpretation: :srgb); $stdout.binmode; $stdout.write(i.public_send(ARGV.first))"
      drawn = %w[jpegsave_buffer webpsave_buffer gifsave_buffer].map do |saved|
        IO.popen(["ruby", "-rbundler/setup", "-e", script, saved], "rb", &:read)
      end
      [Pictures.png(640, 480), *drawn]
    end
  end

  # A byte or many by others, a stretch out of it or twice, its end cut off.
  def spoilt(bytes)
    made = bytes.dup
    (1 + @random.rand(20)).times do
      made.setbyte(at(made, @random.rand(4).zero? ? made.bytesize : 200), @random.rand(256))
    end
    case @random.rand(5)
    when 0 then made.byteslice(0, at(made, made.bytesize))
    when 1 then made + made
    when 2 then made.byteslice(0, from = at(made, made.bytesize)) + made.byteslice([from - 300, 0].max..)
    else made
    end
  end

  def at(made, below) = @random.rand([below, made.bytesize].min)

  # Those that once took all there was.
  def bombs
    { "a text of a gigabyte" => Pictures.png(4, 4, more: [Pictures.swollen_text(1000)]),
      "20,000 x 20,000" => Pictures.png(20_000, 20_000, rows: Zlib.deflate("\0" * 1_000_000)),
      "9,000 x 8,000" => Pictures.png(9_000, 8_000) }.each do |name, bytes|
      @most = 0
      seconds, outcome = one(bytes)
      puts format("  %-24s %d kB sent: %s, %.1f s, %d MB at most", name, bytes.bytesize / 1024, outcome, seconds,
                  @most / 1024)
    end
  end

  def report(seconds, outcomes)
    puts format("%d pictures: %s; median %.2f s, the longest %.2f s; %d MB at most in a process, %d MB allowed", COUNT,
                outcomes.map { |name, count| "#{count} #{name}" }.join(", "), seconds.sort[COUNT / 2], seconds.max,
                @most / 1024, MildAnvil::Devices::Bounded::MEGABYTES)
  end

  # Resident kilobytes of the children of this process, as often as it can.
  def watch
    loop do
      File.read("/proc/#{Process.pid}/task/#{Process.pid}/children").split.each do |pid|
        @most = [@most, File.read("/proc/#{pid}/status")[/VmHWM:\s+(\d+)/, 1].to_i].max
      rescue SystemCallError
        nil # it is over
      end
      sleep LOOK_SECONDS
    end
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
end
