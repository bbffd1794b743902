# frozen_string_literal: true

require "dry/schema"

module MildAnvil
  module Cli
    # What must stand under the keys that PlanRigs answers.
    module RigShapes
      above = { gt?: 0, lteq?: 1.0e15 }
      share = { gt?: 0, lt?: 1 }
      number = Dry::Types["float"].constructor { |value| value.is_a?(Integer) ? value.to_f : value }
      numbers = ->(schema, names, **limits) { names.each { |name| schema.required(name).filled(number, **limits) } }

      SLING = Dry::Schema.JSON do
        %i[degrees included_degrees horizontal_degrees].each { |name| optional(name).filled(number, gteq?: 0, lteq?: 180) }
        optional(:legs).filled(:string, included_in?: Core::Rating::InUse::LEGS.keys.map(&:to_s))
        optional(:limit).filled(number, **above)
      end
      BRACKET = Dry::Schema.JSON do
        numbers.call(self, %i[force arm depth], **above)
        required(:fixings).filled(:integer, gt?: 0)
        optional(:spread).filled(:bool)
      end
      COMBINED = Dry::Schema.JSON do
        numbers.call(self, %i[pull shear], gteq?: 0, lteq?: 1.0e15)
        numbers.call(self, %i[pull_limit shear_limit], **above)
        optional(:exponent).filled(number, gteq?: 1, lteq?: 2)
      end
      GROUP = Dry::Schema.JSON do
        numbers.call(self, %i[group single], **above)
        required(:count).filled(:integer, gt?: 0)
      end
      RAM = Dry::Schema.JSON do
        numbers.call(self, %i[pressure bore], **above)
        optional(:rod).filled(number, gteq?: 0, lteq?: 1.0e15)
      end
      TWO_LEGS = Dry::Schema.JSON do
        required(:leg).filled(number, **above)
        required(:included_degrees).filled(number, gteq?: 0, lteq?: 180)
      end
      PRELOAD = Dry::Schema.JSON do
        numbers.call(self, %i[torque diameter], **above)
        optional(:nut_factor).filled(number, gt?: 0, lteq?: 1)
      end
      KNOWN_SCATTER = Dry::Schema.JSON do
        required(:breaks).filled(:integer, gt?: 0, lteq?: 1_000_000)
        %i[coverage confidence].each { |name| optional(name).filled(number, **share) }
      end
      ALL = { sling: SLING, bracket: BRACKET, combined: COMBINED, group: GROUP, ram: RAM, two_legs: TWO_LEGS, preload: PRELOAD, known_scatter: KNOWN_SCATTER }.freeze
    end
  end
end
