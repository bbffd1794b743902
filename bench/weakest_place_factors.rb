# frozen_string_literal: true

# The table of Core::Statistics::WeakestPlaceTable, by drawing lots: ruby bench/weakest_place_factors.rb [LOTS [SEED]]
#
# Of each lot of n from the standard smallest extreme value distribution the factor is kept by which mean - k s would
# just have reached the percentile; their quantiles are the table.
class WeakestPlaceFactors
  COUNTS = [*2..10, 12, 15, 20, 30, 50, 100, 200].freeze
  COVERAGES = [0.5, 0.75, 0.9, 0.95, 0.99, 0.999, 0.9999].freeze
  CONFIDENCES = [0.0001, 0.001, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 0.75, 0.9, 0.95, 0.975, 0.99, 0.999, 0.9999].freeze

  def initialize(lots, seed)
    @lots = lots
    @seed = seed
  end

  # @return [String] a line of n, coverage and a factor for each confidence
  def table
    pipes = COUNTS.partition(&:even?).map { |counts| IO.popen("-") || child(counts) }
    lines = pipes.flat_map { |pipe| pipe.readlines(chomp: true) }
    lines.sort_by { |line| line.split.first(2).map(&:to_f) }.join("\n")
  end

  private

  def child(counts)
    counts.each { |count| puts rows(count) }
    $stdout.flush
    exit!
  end

  def rows(count)
    means, scatters = drawn(count)
    COVERAGES.map do |coverage|
      percentile = Math.log(-Math.log(coverage))
      factors = Array.new(@lots) { |i| (means[i] - percentile) / scatters[i] }.sort!
      found = CONFIDENCES.map { |confidence| format("%.4g", quantile(factors, confidence)) }
      [count, coverage, *found].join(" ")
    end
  end

  def drawn(count)
    random = Random.new(@seed + count)
    means = Array.new(@lots)
    scatters = Array.new(@lots)
    @lots.times do |lot|
      sum = squares = 0.0
      count.times do
        y = Math.log(-Math.log(1 - random.rand))
        sum += y
        squares += y * y
      end
      means[lot] = sum / count
      scatters[lot] = Math.sqrt([(squares - (sum * sum / count)) / (count - 1), 1.0e-300].max)
    end
    [means, scatters]
  end

  def quantile(sorted, share)
    place = (share * (sorted.size + 1)) - 1
    low = place.floor.clamp(0, sorted.size - 2)
    sorted[low] + ((place - low) * (sorted[low + 1] - sorted[low]))
  end
end

puts WeakestPlaceFactors.new(Integer(ARGV[0] || 1_000_000), Integer(ARGV[1] || 29)).table if $PROGRAM_NAME == __FILE__
