# frozen_string_literal: true

require "dry/schema"

module MildAnvil
  module Cli
    # What the values under the keys of a problem file must look like; docs/cli.md says what they mean.
    module Shapes
      include ShapeWords

      COMPARE = Dry::Schema.JSON do
        LISTS.call(self, :a, :b, :levels, :strengths, :predict_at, :into, :out, :p)
        NUMBERS.call(self, :confidence, :margin_share, **SHARE)
        optional(:groups).value(:hash)
        optional(:at_least).value(:hash)
        optional(:unit).value(:string)
        optional(:paired).value(:bool)
        optional(:factors).value(:array, min_size?: 1).each(:string)
        optional(:rows).value(:array).each(:hash)
        optional(:interactions).value(:integer, **COUNT)
      end

      WATCH = Dry::Schema.JSON do
        LISTS.call(self, :values)
        NUMBERS.call(self, :limit, **ABOVE_ZERO)
        optional(:unit).filled(:string)
        optional(:batches).value(:array).each(:string)
        optional(:changes).value(:array, max_size?: 200).each(:hash) do
          required(:after).filled(:integer, gteq?: 0)
          required(:words).filled(:string)
          optional(:rebase).filled(:bool)
        end
      end

      CHECK = Dry::Schema.JSON(parent: LongShapes::KEYS) do
        LISTS.call(self, :applied, :indicated, :predict_at, :indications, :values, :hours, :displacement, :breaks)
        NUMBERS.call(self, :reading, :zero_residual, :lower_limit, :guard_factor, :process_mean)
        NUMBERS.call(self, :resolution, :range_maximum, :standard_uncertainty, :process_deviation, :extrapolate_hours,
                     **ABOVE_ZERO)
        NUMBERS.call(self, :confidence, **SHARE)
        optional(:masses_share).maybe(NUMBER, gteq?: 0, lteq?: 1)
        optional(:readings).value(:array).each(:integer, **COUNT)
        optional(:levels).value(:array).each(:hash) do
          required(:applied).filled(NUMBER, **WITHIN)
          required(:up).value(LIST, min_size?: 1).each(:float?, **WITHIN)
          optional(:down).maybe(LIST)
        end
        optional(:parts).hash do
          NUMBERS.call(self, :resolution, :zero_drift, :misalignment, :sampling, :masses, :gravity, **NOT_BELOW_ZERO)
          optional(:calibration).hash do
            required(:expanded).filled(NUMBER, **NOT_BELOW_ZERO)
            NUMBERS.call(self, :factor, **ABOVE_ZERO)
            optional(:dof).maybe(NUMBER, **ABOVE_ZERO)
          end
          optional(:repeatability).hash do
            required(:deviation).filled(NUMBER, **NOT_BELOW_ZERO)
            required(:readings).filled(:integer, gt?: 1, lteq?: 100_000)
          end
        end
      end

      ENERGY = Dry::Schema.JSON do
        NUMBERS.call(self, :force, :pressure, :volume, **ABOVE_ZERO)
        optional(:stiffnesses).value(LIST, min_size?: 1).each(:float?, **ABOVE_ZERO)
      end

      LINK = Dry::Schema.JSON do
        required(:name).filled(:string)
        required(:mean).filled(NUMBER, **ABOVE_ZERO)
        required(:deviation).filled(NUMBER, **ABOVE_ZERO)
        optional(:strands).filled(:integer, **COUNT)
        optional(:legs).filled(:integer, gt?: 0, lteq?: 2)
        NUMBERS.call(self, :included_degrees, gteq?: 0, lt?: 180)
        NUMBERS.call(self, :share_factor, gt?: 0, lteq?: 1)
        optional(:specimen).value(:bool)
      end
      WATER = Dry::Schema.JSON do
        NUMBERS.call(self, :kilograms, :litres_per_bag, **ABOVE_ZERO)
        NUMBERS.call(self, :bag_kilograms, **NOT_BELOW_ZERO)
        optional(:kind).value(:string)
      end
      NEAR_MISS = Dry::Schema.JSON do
        required(:what).filled(:string)
        NEEDED.call(self, :metres, **ABOVE_ZERO)
      end

      PLAN = Dry::Schema.JSON do
        LISTS.call(self, :breaks)
        NUMBERS.call(self, :coverage, :confidence, :required_share, :variation_share, :assurance, :difference_share,
                     :alpha, :wanted, **SHARE)
        NUMBERS.call(self, :tonnes, :newtons, :load, **ABOVE_ZERO)
        RigShapes::ALL.each { |key, shape| optional(key).hash(shape) }
        optional(:report_n).value(:array).each(:integer, gt?: 1, lteq?: 10_000)
        optional(:proof_rule).value(:string)
        optional(:unit).filled(:string)
        optional(:plan).hash(PlanShapes::CONTENT)
        optional(:benches).value(:array, max_size?: 100).each(:hash, PlanShapes::BENCH)
        optional(:earlier_lots).value(:array, max_size?: 100).each(:hash, PlanShapes::LOT)
        optional(:push).filled(:bool)
        optional(:near_misses).value(:array).each(:hash, NEAR_MISS)
        optional(:train).value(:array, min_size?: 1).each(:hash, LINK)
        optional(:tackle).value(:array, min_size?: 1).each(:hash) do
          required(:parts).filled(:integer, gt?: 0, lteq?: 100)
          NUMBERS.call(self, :efficiency, gt?: 0, lteq?: 1)
          optional(:from_moving_block).value(:bool)
        end
        optional(:energy).hash(ENERGY)
        optional(:water).hash(WATER)
      end

      RATE = Dry::Schema.JSON do
        optional(:unit).filled(:string)
        optional(:breaks).value(:array)
        optional(:values).value(:array)
        NUMBERS.call(self, :coverage, :confidence, :factor, :marking_step, :claim, :shared_uncertainty_share)
        optional(:school).filled(:string)
        optional(:claim_kind).filled(:string)
        optional(:population).filled(:string, included_in?: %w[normal weibull unknown])
        optional(:borrowed_lots).value(Dry::Types["array"].of(LIST)).each(:array?) { each(:float?, **ABOVE_ZERO) }
      end

      module_function

      # @param given [Hash] as read
      # @return [Hash] the same
      # @raise [InvalidInput] with details[:fields], all of them at once
      def check!(given, schema)
        errors = schema.call(given).errors.to_h
        return given if errors.empty?

        fields = errors.flat_map { |key, found| told(key.to_s, found) }.to_h
        raise InvalidInput.new("the file cannot be used as it is", fields: fields.transform_keys(&:to_sym))
      end

      # "levels 2 applied" for what stands in the second of the levels.
      def told(path, found)
        if found.is_a?(Array)
          return [[path,
                   found.join(", ").gsub("must be a float", "must be a number").gsub("must be a hash",
                                                                                     "must be an object")]]
        end

        found.flat_map { |key, inner| told("#{path} #{key.is_a?(Integer) ? key + 1 : key}", inner) }
      end
      private_class_method :told
    end
  end
end
