# frozen_string_literal: true

# How often the tests of a normal shape notice a population whose weakest place decides: bundle exec ruby -Ilib
# bench/shape_power.rb [LOTS]
require "bundler/setup"
require "mild_anvil"

TESTS = %i[w_test anderson_darling].freeze
lots = Integer(ARGV.first || 600)
random = Random.new(1)
draw = ->(exponent) { 1000 * ((-Math.log(1 - random.rand.clamp(1.0e-12, 1 - 1.0e-12)))**(1 / exponent)) }

puts "n: of 100 lots, flagged by either test (by both)"
[5, 10, 15, 20, 30, 50].each do |n|
  seen = [5.0, 8.0, 20.0].map do |exponent|
    flags = Array.new(lots) do
      values = Array.new(n) { draw.call(exponent) }
      MildAnvil::Core::Outliers::SampleTests.for(values).select { |t| TESTS.include?(t.key) }.map(&:flags)
    end
    format("Weibull %g: %.0f (%.0f)", exponent, 100.0 * flags.count(&:any?) / lots, 100.0 * flags.count(&:all?) / lots)
  end
  puts "#{n}: #{seen.join(', ')}"
end
