# frozen_string_literal: true

require "dry/schema"

module MildAnvil
  module Cli
    # What must stand under the keys that PlanRigs answers.
    module RigShapes
      include ShapeWords

      SLING = Dry::Schema.JSON do
        NUMBERS.call(self, :degrees, :included_degrees, :horizontal_degrees, gteq?: 0, lteq?: 180)
        optional(:legs).filled(:string, included_in?: Core::Rating::InUse::LEGS.keys.map(&:to_s))
        NUMBERS.call(self, :limit, **ABOVE_ZERO)
      end
      BRACKET = Dry::Schema.JSON do
        NEEDED.call(self, :force, :arm, :depth, **ABOVE_ZERO)
        required(:fixings).filled(:integer, gt?: 0)
        optional(:spread).filled(:bool)
      end
      COMBINED = Dry::Schema.JSON do
        NEEDED.call(self, :pull, :shear, **NOT_BELOW_ZERO)
        NEEDED.call(self, :pull_limit, :shear_limit, **ABOVE_ZERO)
        NUMBERS.call(self, :exponent, gteq?: 1, lteq?: 2)
      end
      GROUP = Dry::Schema.JSON do
        NEEDED.call(self, :group, :single, **ABOVE_ZERO)
        required(:count).filled(:integer, gt?: 0)
      end
      RAM = Dry::Schema.JSON do
        NEEDED.call(self, :pressure, :bore, **ABOVE_ZERO)
        NUMBERS.call(self, :rod, **NOT_BELOW_ZERO)
      end
      TWO_LEGS = Dry::Schema.JSON do
        NEEDED.call(self, :leg, **ABOVE_ZERO)
        NEEDED.call(self, :included_degrees, gteq?: 0, lteq?: 180)
      end
      PRELOAD = Dry::Schema.JSON do
        NEEDED.call(self, :torque, :diameter, **ABOVE_ZERO)
        NUMBERS.call(self, :nut_factor, gt?: 0, lteq?: 1)
      end
      KNOWN_SCATTER = Dry::Schema.JSON do
        required(:breaks).filled(:integer, gt?: 0, lteq?: 1_000_000)
        NUMBERS.call(self, :coverage, :confidence, **SHARE)
      end
      ALL = { sling: SLING, bracket: BRACKET, combined: COMBINED, group: GROUP, ram: RAM, two_legs: TWO_LEGS,
              preload: PRELOAD, known_scatter: KNOWN_SCATTER }.freeze
    end
  end
end
