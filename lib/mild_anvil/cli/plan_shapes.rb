# frozen_string_literal: true

require "dry/schema"

module MildAnvil
  module Cli
    # What a whole plan in a file must look like: figures as they are typed, each with its unit.
    module PlanShapes
      include ShapeWords

      TYPED = Dry::Schema.JSON do
        required(:text).filled(:string, max_size?: 40)
        required(:unit).filled(:string, max_size?: 8)
      end
      TYPED_PARTS = ->(schema, *names) { names.each { |name| schema.optional(name).maybe(:hash, TYPED) } }
      PER_CENT = { gt?: 0, lteq?: 100 }.freeze
      CLOCK = /\A([01]?\d|2[0-3]):[0-5]\d\z/

      LINK = Dry::Schema.JSON do
        required(:name).filled(:string, max_size?: 120)
        TYPED_PARTS.call(self, :strength)
        NUMBERS.call(self, :scatter_percent, :share_percent, :knot_percent, :bend_percent, :pin_percent, **PER_CENT)
        NUMBERS.call(self, :included_degrees, gteq?: 0, lt?: 180)
        NUMBERS.call(self, :stiffness_n_per_mm, **ABOVE_ZERO)
        optional(:strands).filled(:integer, gt?: 0, lteq?: 100)
        optional(:legs).filled(:integer, gt?: 0, lteq?: 2)
        optional(:specimen).filled(:bool)
      end
      TACKLE = Dry::Schema.JSON do
        TYPED_PARTS.call(self, :load)
        optional(:stages).value(:array, max_size?: 6).each(:hash) do
          required(:parts).filled(:integer, gt?: 0, lteq?: 20)
          NUMBERS.call(self, :efficiency_percent, **PER_CENT)
          optional(:from_moving_block).filled(:bool)
          optional(:counted).maybe(:integer, gt?: 0, lteq?: 100)
        end
      end
      MASS = Dry::Schema.JSON do
        optional(:kind).filled(:string, included_in?: Core::Plan::Sections::Mass::KINDS.keys)
        optional(:water).filled(:string, included_in?: %w[fresh sea])
        NUMBERS.call(self, :kilograms, :litres_limit, **ABOVE_ZERO)
        NUMBERS.call(self, :bag_kilograms, **NOT_BELOW_ZERO)
        optional(:compartments).filled(:integer, gt?: 0, lteq?: 100)
        optional(:weights).value(:array).each(:hash) do
          NEEDED.call(self, :kilograms, **ABOVE_ZERO)
          required(:count).filled(:integer, gt?: 0, lteq?: 10_000)
        end
      end
      DAY = Dry::Schema.JSON do
        optional(:opens).filled(:string, format?: CLOCK)
        optional(:closes).filled(:string, format?: CLOCK)
        NUMBERS.call(self, :check_minutes, :setup_minutes, **NOT_BELOW_ZERO)
        NUMBERS.call(self, :minutes_each, gt?: 0, lteq?: 100_000)
        optional(:benches).filled(:integer, gt?: 0, lteq?: 10)
        optional(:operators).filled(:integer, gt?: 0, lteq?: 10)
        optional(:conditioning).value(:array).each(:hash) do
          required(:name).filled(:string)
          NUMBERS.call(self, :hours, gt?: 0, lteq?: 10_000)
          NUMBERS.call(self, :cool_minutes, gteq?: 0, lteq?: 100_000)
          required(:capacity).filled(:integer, gt?: 0, lteq?: 10_000)
          optional(:starts).filled(:string, format?: CLOCK)
          optional(:day_before).filled(:bool)
        end
      end
      ENERGY = Dry::Schema.JSON do
        optional(:medium).filled(:string, included_in?: %w[none gas liquid])
        TYPED_PARTS.call(self, :stretch, :length, :pressure)
        NUMBERS.call(self, :stiffness_n_per_mm, :volume_litres, :flying_kg, **ABOVE_ZERO)
      end
      RAM = Dry::Schema.JSON { TYPED_PARTS.call(self, :bore, :rod, :pressure, :force) }
      REDIRECT = Dry::Schema.JSON do
        TYPED_PARTS.call(self, :tension)
        NUMBERS.call(self, :degrees, gteq?: 0, lteq?: 180)
      end
      SIDEWAYS = Dry::Schema.JSON do
        TYPED_PARTS.call(self, :force)
        NUMBERS.call(self, :degrees, gt?: 0, lt?: 90)
      end
      PRELOAD = Dry::Schema.JSON do
        TYPED_PARTS.call(self, :torque, :force, :diameter)
        NUMBERS.call(self, :nut_factor, gt?: 0, lteq?: 1)
      end
      PROOF = Dry::Schema.JSON do
        optional(:rule_key).filled(:string)
        TYPED_PARTS.call(self, :working_load)
        optional(:movements).value(:array).each(:string)
        optional(:radii).value(:array).each(:hash) do
          NEEDED.call(self, :metres, **ABOVE_ZERO)
          required(:working_load).hash(TYPED)
        end
      end
      STOCK = Dry::Schema.JSON do
        optional(:pieces).filled(:integer, gteq?: 0, lteq?: 100_000)
        TYPED_PARTS.call(self, :length, :length_each)
        NUMBERS.call(self, :budget, :cost_each, **NOT_BELOW_ZERO)
      end
      PARTS = { energy: ENERGY, tackle: TACKLE, ram: RAM, redirect: REDIRECT, sideways: SIDEWAYS, preload: PRELOAD,
                proof: PROOF, mass: MASS, day: DAY, stock: STOCK }.freeze
      CONTENT = Dry::Schema.JSON do
        optional(:pulls).filled(:integer, gt?: 0, lteq?: 10_000)
        optional(:trials).filled(:integer, gteq?: 0, lteq?: 1000)
        optional(:bench_id).filled(:integer)
        TYPED_PARTS.call(self, :required, :lowest, :stroke, :bed)
        NUMBERS.call(self, :assurance_percent, gt?: 0, lt?: 100)
        NUMBERS.call(self, :difference_percent, :speed_mm_per_minute, **ABOVE_ZERO)
        optional(:expected).hash do
          TYPED_PARTS.call(self, :mean)
          NUMBERS.call(self, :scatter_percent, **PER_CENT)
        end
        optional(:train).value(:array, max_size?: 30).each(:hash, LINK)
        PARTS.each { |key, shape| optional(key).hash(shape) }
      end

      # The shop's benches, in a file of its own: forces typed, the rest in the unit of the name.
      BENCH = Dry::Schema.JSON do
        required(:name).filled(:string)
        optional(:id).filled(:integer)
        TYPED_PARTS.call(self, :pulls, :pushes, :guard, :stroke, :bed)
        NUMBERS.call(self, :guard_joules, **ABOVE_ZERO)
        optional(:cells).value(:array).each(:hash) do
          required(:name).filled(:string)
          required(:capacity).hash(TYPED)
          TYPED_PARTS.call(self, :verified_from, :verified_to)
          optional(:lapsed).filled(:bool)
        end
      end
      LOT = Dry::Schema.JSON do
        required(:name).filled(:string)
        required(:breaks).value(ShapeWords::LIST, min_size?: 2).each(:float?, **ABOVE_ZERO)
      end
    end
  end
end
