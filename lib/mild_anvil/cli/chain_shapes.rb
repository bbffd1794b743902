# frozen_string_literal: true

require "dry/schema"

module MildAnvil
  module Cli
    # How the problems of the measuring chain are written.
    module ChainShapes
      include ShapeWords

      STEP = Dry::Schema.JSON do
        required(:applied).hash(PlanShapes::TYPED)
        required(:indicated).hash(PlanShapes::TYPED)
      end
      CELL = Dry::Schema.JSON do
        required(:name).filled(:string)
        NUMBERS.call(self, :expanded_percent, gt?: 0, lteq?: 100)
      end
      CROSS = Dry::Schema.JSON do
        required(:cells).value(:array, size?: 2).each(:hash, CELL)
        required(:readings).value(Dry::Types["array"].of(LIST), min_size?: 1).each(:array?, size?: 2) do
          each(:float?, **NOT_BELOW_ZERO)
        end
        NUMBERS.call(self, :advantage, **ABOVE_ZERO)
        optional(:counts).filled(:string)
      end
      GRAVITY = Dry::Schema.JSON { NUMBERS.call(self, :value, :latitude, :height) }

      # The keys of a problem file, beside those of the others.
      KEYS = Dry::Schema.JSON do
        optional(:unit).filled(:string)
        optional(:series).value(:array, min_size?: 1, max_size?: 20).each(:hash) do
          required(:readings).value(:array, max_size?: 200).each(:hash, STEP)
        end
        %i[capacity tolerance step].each { |key| optional(key).hash(PlanShapes::TYPED) }
        NUMBERS.call(self, :tolerance_percent, gt?: 0, lteq?: 20)
        NUMBERS.call(self, :masses_percent, gteq?: 0, lteq?: 100)
        NUMBERS.call(self, :allowed, **ABOVE_ZERO)
        optional(:gravity).hash(GRAVITY)
        optional(:buoyancy).filled(:bool)
        optional(:cross).hash(CROSS)
        LISTS.call(self, :errors)
      end
    end
  end
end
