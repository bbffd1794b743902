# frozen_string_literal: true

require "dry/schema"

module MildAnvil
  module Cli
    # How long tests, drops, lives and floating cells are written in a problem file.
    module LongShapes
      include ShapeWords

      MOST = 20_000
      CELL = Dry::Schema.JSON do
        required(:newtons).filled(NUMBER, **ABOVE_ZERO)
        required(:pascal).filled(NUMBER, **ABOVE_ZERO)
        required(:metres).filled(NUMBER, **NOT_BELOW_ZERO)
        required(:celsius).filled(NUMBER, **WITHIN)
      end
      READING = Dry::Schema.JSON do
        NUMBERS.call(self, :hours, **NOT_BELOW_ZERO)
        optional(:count).filled(:integer, gteq?: 0)
        required(:values).filled(:hash)
      end
      ENDED = Dry::Schema.JSON do
        required(:word).filled(:string, included_in?: %w[failed run_out stopped])
        optional(:count).filled(:integer, gt?: 0)
        NUMBERS.call(self, :hours, **NOT_BELOW_ZERO)
      end
      STATION = Dry::Schema.JSON do
        optional(:name).filled(:string)
        optional(:terms).filled(:hash)
        required(:readings).value(:array, max_size?: MOST).each(:hash, READING)
        optional(:ended).hash(ENDED)
      end

      # The keys of a problem file, beside those of the others.
      KEYS = Dry::Schema.JSON(parent: ChainShapes::KEYS) do
        optional(:kind).filled(:string)
        optional(:title).filled(:string)
        optional(:terms).filled(:hash)
        optional(:stations).value(:array, min_size?: 1, max_size?: 60).each(:hash, STATION)
        LISTS.call(self, :joules, :cycles, :load)
        NUMBERS.call(self, :at, :density, **ABOVE_ZERO)
        optional(:failed).value(:array).each(:bool)
        optional(:broke).value(:array).each(:bool)
        optional(:held).value(:array, min_size?: 1, max_size?: MOST).each(:hash, CELL)
      end
    end
  end
end
