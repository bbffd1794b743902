# frozen_string_literal: true

ENV["RACK_ENV"] = "test"
require "bundler/setup"
require "minitest/autorun"
$LOAD_PATH.unshift(File.expand_path("../lib", __dir__))
require "mild_anvil"
require "json"

FIXTURES = File.expand_path("fixtures", __dir__)

# Verbs that many tests share.
module Shared
  Rating = MildAnvil::Core::Rating
  Curve = MildAnvil::Core::Curve
  Statistics = MildAnvil::Core::Statistics
  Packed = MildAnvil::Core::Packed
  PackedSearch = MildAnvil::Core::PackedSearch

  def unit(symbol = "kN") = MildAnvil::Catalogue.units.force!(symbol)
  def fixture(name) = File.binread(File.join(FIXTURES, name))

  # Observations from kilonewtons: 23.4 a break, [:at_least, 25.2] something else.
  def sample_of(*values)
    Rating::Sample.new(values.each_with_index.map do |value, i|
      kind, force, upper = value.is_a?(Array) ? value : [:break, value]
      Rating::Observation.checked(counts_as: kind, value_si: force * 1000.0, upper_si: upper && (upper * 1000.0),
                                  label: (i + 1).to_s)
    end)
  end

  # A normal population is known, a factor chosen, and all readings agree: what a test is not about.
  def terms(**given)
    Rating::Terms.checked(unit: unit, resolution_si: 100.0, factor: 5.0, shared_uncertainty_share: 0.0,
                          population: Rating::Population.from_h({ shape: "normal", reason: "tried" }), **given)
  end

  def claim(kilonewtons, **given)
    Rating::Claim.new(value_si: kilonewtons * 1000.0, measure: :strength, kind: :minimum, every_piece: false, **given)
  end

  # A recording with even stamps; displacement in metres if given.
  def recording(forces, interval: 0.01, travel: nil, stamps: Array.new(forces.size) { |i| i * interval })
    channels = [Curve::Channel.new(name: "Force", role: "force", unit: unit("N"), samples: forces, main: true)]
    channels << Curve::Channel.new(name: "Travel", role: "displacement", samples: travel, main: false) if travel
    Curve::Recording.new(time_axis: Curve::TimeAxis.from(stamps), channels: channels)
  end

  def read_file(bytes, name: "log.csv", **choices)
    MildAnvil::Devices::Delimited::FileReader.read(bytes, name: name, units: MildAnvil::Catalogue.units, choices: MildAnvil::Devices::Delimited::FileReader::Choices.new(**choices))
  end
end

class CoreCase < Minitest::Test
  include Shared
end
