# frozen_string_literal: true

require "bundler/setup"
require "mild_anvil"

# How often a stated bound really lies below the true percentile: made-up lots of a known population, rated by every
# school. Prints one line a case; docs/validation.md quotes it. The random seed is fixed.
module Coverage
  RATING = MildAnvil::Core::Rating
  POPULATIONS = { "normal, 10 %" => ->(u) { 1000 * (1 + (0.1 * MildAnvil::Core::Statistics::Normal.quantile(u))) },
                  "log-normal, 10 %" => ->(u) { 1000 * Math.exp(0.1 * MildAnvil::Core::Statistics::Normal.quantile(u)) },
                  "Weibull, shape 5" => ->(u) { 1000 * ((-Math.log(1 - u))**(1 / 5.0)) },
                  "Weibull, shape 20" => ->(u) { 1000 * ((-Math.log(1 - u))**(1 / 20.0)) } }.freeze
  SCHOOLS = %i[mean_minus_three_s tolerance_normal tolerance_lognormal fitted_normal fitted_lognormal fitted_weibull].freeze

  module_function

  def run(lots:, counts:, shares:)
    puts format("%-18s %3s %5s  %s", "population", "n", "bound", SCHOOLS.join("  "))
    POPULATIONS.each { |name, quantile| counts.product(shares) { |n, share| line(name, quantile, n, share, lots) } }
  end

  def line(name, quantile, count, share, lots)
    random = Random.new(20_261_124)
    truth = quantile.call(0.05)
    kept = Hash.new(0)
    given = Hash.new(0)
    lots.times do
      sample = sample(quantile, count, share, random)
      SCHOOLS.each { |key| tally(key, sample, truth, kept, given) }
    end
    cells = SCHOOLS.map { |key| format("%#{key.size}s", given[key] < lots / 2 ? "-" : format("%.1f %%", 100.0 * kept[key] / given[key])) }
    puts format("%-18s %3d %4d %%  %s", name, count, share * 100, cells.join("  "))
    $stdout.flush
  end

  # A connector of its own scattered strength ends some pulls early: those are only “at least”.
  def sample(quantile, count, share, random)
    RATING::Sample.new(Array.new(count) do
      strength = [quantile.call(random.rand.clamp(1e-12, 1 - 1e-12)), 1.0].max
      early = random.rand < share
      RATING::Observation.checked(counts_as: early ? :at_least : :break, force_newtons: early ? strength * (0.9 + (0.1 * random.rand)) : strength)
    end)
  end

  def tally(key, sample, truth, kept, given)
    result = RATING::Schools.find(key).rate(sample, terms)
    bound = result.newtons || result.working&.dig(:bound_newtons)
    return if bound.nil?

    given[key] += 1
    kept[key] += 1 if bound <= truth
  end

  def terms = @terms ||= RATING::Terms.checked(unit: MildAnvil::Catalogue.units.force!("N"))
end

lots = (ARGV[0] || 1000).to_i
Coverage.run(lots: lots, counts: (ARGV[1] || "4,10").split(",").map(&:to_i), shares: (ARGV[2] || "0,0.2,0.4").split(",").map(&:to_f))
