# frozen_string_literal: true

module MildAnvil
  module Actions
    # Everything that a rating was computed from, as plain values that can be stored and computed from again.
    module RatingInputs
      module_function

      # @param rated [RateLot::Rated]
      # @return [Hash]
      def call(rated)
        { lot: lot(rated.lot), terms: terms(rated.statement.terms), pulls: rated.pulls.map { |pull| pull_row(pull) } }
      end

      def lot(lot)
        { id: lot.id, name: lot.name, item_type: lot.item_type, customer: lot.job.customer, job: lot.job.title, purpose: lot.job.purpose, material: lot.material, maker: lot.maker,
          differs_from_use: lot.differs_from_use, direction: lot.direction, configuration: lot.configuration, item_condition: lot.item_condition,
          setup_class: lot.setup_class, shared_uncertainty_source: lot.shared_uncertainty_source }
      end
      private_class_method :lot

      def terms(terms)
        terms.to_h.merge(unit: terms.unit.symbol, school: terms.school&.to_s, claim: terms.claim&.to_h, requirement: terms.requirement&.to_h, borrowed: terms.borrowed&.to_h)
      end
      private_class_method :terms

      def pull_row(pull)
        judgement = pull.judgement
        { id: pull.id, number: pull.number, specimen: pull.feature.specimen.number, feature: pull.feature.name, origin: pull.origin, peak_newtons: pull.peak_newtons,
          resolution_newtons: pull.resolution_newtons, preload_newtons: pull.preload_newtons, typed_text: pull.typed_text, typed_unit: pull.typed_unit,
          file: pull.curve&.source_file&.name, file_sha256: pull.curve&.source_file&.sha256, curve_id: pull.curve&.id,
          counts_as: judgement&.counts_as || "unjudged", force_newtons: judgement&.force_newtons || pull.peak_newtons, upper_newtons: judgement&.upper_newtons,
          failed_part: judgement&.failed_part, zone: judgement&.zone, mode: judgement&.mode, reason: judgement&.reason.to_s }
      end
      private_class_method :pull_row
    end
  end
end
