# frozen_string_literal: true

require "dry/schema"

module MildAnvil
  module Web
    # What the bodies of requests must look like.
    module Schemas
      POSITIVE = { gt?: 0 }.freeze
      WORDS = Core::Plan::RequestWords
      # JSON knows one kind of number: 7200 is as good as 7200.0.
      NUMBER = Dry::Types["float"].constructor { |value| value.is_a?(Integer) ? value.to_f : value }

      Job = Dry::Schema.JSON do
        required(:customer).filled(:string, max_size?: 160)
        required(:title).filled(:string, max_size?: 160)
        optional(:purpose).filled(:string, included_in?: WORDS::PURPOSES)
      end

      LOT = proc do
        optional(:material).value(:string, max_size?: 200)
        optional(:maker).value(:string, max_size?: 200)
        optional(:differs_from_use).value(:string, max_size?: 4000)
        optional(:direction).filled(:string, included_in?: WORDS::DIRECTIONS)
        optional(:configuration).value(:string, max_size?: 120)
        optional(:item_condition).value(:string, max_size?: 120)
        optional(:setup_class).filled(:string, included_in?: WORDS::SETUP_CLASSES)
        optional(:display_unit).filled(:string, included_in?: Core::Quantity::UnitTable::DISPLAYED_FORCES)
        optional(:specimens_planned).maybe(:integer, gt?: 0, lteq?: 10_000)
        optional(:claim_newtons).maybe(NUMBER, **POSITIVE)
        optional(:claim_measure).maybe(:string, included_in?: WORDS::CLAIM_MEASURES)
        optional(:claim_kind).maybe(:string, included_in?: WORDS::CLAIM_KINDS)
        optional(:claim_factor).maybe(NUMBER, gteq?: 1, lteq?: 50)
        optional(:claim_every_piece).filled(:bool)
        optional(:claim_source).maybe(:string, max_size?: 200)
        optional(:requirement_newtons).maybe(NUMBER, **POSITIVE)
        optional(:requirement_measure).maybe(:string, included_in?: WORDS::CLAIM_MEASURES)
        optional(:requirement_source).maybe(:string, max_size?: 200)
        optional(:factor_low).maybe(NUMBER, gteq?: 1, lteq?: 100)
        optional(:factor_high).maybe(NUMBER, gteq?: 1, lteq?: 100)
        optional(:coverage_share).filled(NUMBER, gteq?: 0.5, lteq?: 0.9999)
        optional(:confidence_share).filled(NUMBER, gteq?: 0.5, lteq?: 0.9999)
        optional(:design_factor).filled(NUMBER, gteq?: 1, lteq?: 50)
        optional(:design_factor_key).maybe(:string, max_size?: 60)
        optional(:marking_step).maybe(NUMBER, **POSITIVE)
        optional(:school).maybe(:string, included_in?: Core::Rating::Schools.all.map { |school| school::KEY.to_s })
        optional(:shared_uncertainty_share).filled(NUMBER, gteq?: 0, lteq?: 0.5)
        optional(:shared_uncertainty_source).maybe(:string, max_size?: 200)
      end

      NewLot = Dry::Schema.JSON do
        required(:name).filled(:string, max_size?: 160)
        required(:item_type).filled(:string, included_in?: Catalogue.item_types.map(&:key))
        instance_eval(&LOT)
      end

      LotChange = Dry::Schema.JSON do
        optional(:version).filled(:integer)
        optional(:name).filled(:string, max_size?: 160)
        optional(:item_type).filled(:string, included_in?: Catalogue.item_types.map(&:key))
        instance_eval(&LOT)
      end

      Lenders = Dry::Schema.JSON do
        required(:lot_ids).value(:array, max_size?: 50).each(:integer, gt?: 0)
      end

      Peak = Dry::Schema.JSON do
        required(:text).filled(:string, max_size?: 40)
        required(:unit).filled(:string, included_in?: Core::Quantity::UnitTable::DISPLAYED_FORCES)
        optional(:specimen_number).maybe(:integer, gt?: 0, lteq?: 100_000)
        optional(:feature_name).maybe(:string, max_size?: 60)
        optional(:note).value(:string, max_size?: 400)
      end

      Judgement = Dry::Schema.JSON do
        required(:counts_as).filled(:string, included_in?: Core::Rating::Observation::KINDS.map(&:to_s))
        optional(:force_newtons).maybe(NUMBER, **POSITIVE)
        optional(:upper_newtons).maybe(NUMBER, **POSITIVE)
        optional(:failed_part).maybe(:string, included_in?: WORDS::FAILED_PARTS)
        optional(:zone).maybe(:string, max_size?: 40)
        optional(:mode).maybe(:string, included_in?: WORDS::MODES)
        optional(:reason).value(:string, max_size?: 400)
      end

      FindingPlace = Dry::Schema.JSON do
        required(:kind).filled(:string, max_size?: 30)
        required(:place).filled(:integer, gteq?: 0)
      end

      Overruling = Dry::Schema.JSON(parent: FindingPlace) do
        optional(:at_seconds).maybe(NUMBER)
        optional(:force_newtons).maybe(NUMBER, **POSITIVE)
        optional(:reason).value(:string, max_size?: 400)
      end

      Readings = Dry::Schema.JSON do
        required(:unit).filled(:string, included_in?: Core::Quantity::UnitTable::DISPLAYED_FORCES)
        optional(:displacement_unit).maybe(:string, included_in?: Catalogue.units.of("displacement").map(&:symbol))
        optional(:broke_before).maybe(:string, max_size?: 40)
        optional(:specimen_number).maybe(:integer, gt?: 0, lteq?: 100_000)
        optional(:feature_name).maybe(:string, max_size?: 60)
        optional(:note).value(:string, max_size?: 400)
        required(:readings).array(:hash) do
          required(:force).filled(:string, max_size?: 40)
          optional(:displacement).maybe(:string, max_size?: 40)
        end
      end

      Choices = Dry::Schema.JSON do
        optional(:delimiter).maybe(:string, included_in?: Actions::FileChoices::DELIMITERS)
        optional(:decimal_mark).maybe(:string, included_in?: [".", ","])
        optional(:interval_seconds).maybe(NUMBER, **POSITIVE)
        optional(:skip_bad_rows).maybe(:bool)
        optional(:last_line).maybe(:integer, gt?: 0)
        optional(:specimen_number).maybe(:integer, gt?: 0, lteq?: 100_000)
        optional(:feature_name).maybe(:string, max_size?: 60)
        optional(:columns).array(:hash) do
          required(:index).filled(:integer, gteq?: 0)
          optional(:role).filled(:string, included_in?: Actions::FileChoices::ROLES)
          optional(:unit).maybe(:string, max_size?: 12)
          optional(:sign).maybe(:integer, included_in?: [1, -1])
          optional(:main).maybe(:bool)
        end
      end

      Reader = Dry::Schema.JSON do
        required(:name).filled(:string, max_size?: 80)
        required(:signature).filled(:string, format?: /\A\h{40}\z/)
        required(:choices).hash(Choices)
      end
    end
  end
end
