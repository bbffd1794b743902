# frozen_string_literal: true

# How often a creep that only follows its law is called running away, and one that turns at 500 h is found:
# bundle exec ruby -Ilib bench/runaway.rb [TESTS]
require "bundler/setup"
require "mild_anvil"

tests = Integer(ARGV.first || 200)
normal = ->(random) { Math.sqrt(-2 * Math.log(1 - random.rand)) * Math.cos(2 * Math::PI * random.rand) }
first_day = [1 / 60.0, 2 / 60.0, 5 / 60.0, 1 / 6.0, 0.5, 1, 2, 5, 10, 24]
typed = [*first_day, *(2..14).map { |day| day * 24 }, 504, 672, 840, 1008].map(&:to_f)
logged = Array.new(150) { |i| 0.02 * ((1000 / 0.02)**(i / 149.0)) }
called = lambda do |hours, noise, turning|
  (0...tests).count do |seed|
    random = Random.new(seed)
    values = hours.map { |h| 0.4 + (0.08 * (h**0.22)) + (noise * normal.call(random)) + turning.call(h) }
    !MildAnvil::Core::Endurance::Runaway.find(hours, values).nil?
  end
end

{ "typed" => typed, "logged" => logged }.each do |name, hours|
  [0.0008, 0.003, 0.01].each do |noise|
    puts format("%<name>s, noise %<noise>g: %<wrong>d of %<tests>d called falsely, %<found>d of %<tests>d found",
                name: name, noise: noise, tests: tests, wrong: called.call(hours, noise, ->(_) { 0.0 }),
                found: called.call(hours, noise, ->(h) { [h - 500, 0].max * 0.0006 }))
  end
end
