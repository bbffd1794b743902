# frozen_string_literal: true

module MildAnvil
  module Actions
    # A pull as lists and the filmstrip show it.
    module PullRow
      module_function

      # @param pull [Store::Models::Pull]
      # @return [Hash]
      def call(pull)
        { id: pull.id, number: pull.number, specimen: pull.feature.specimen.number, feature: pull.feature.name, origin: pull.origin, peak_newtons: pull.peak_newtons,
          peak_is_lower_bound: pull.peak_is_lower_bound, resolution_newtons: pull.resolution_newtons, preload_newtons: pull.preload_newtons,
          preloaded: Core::Rating::PerFeature.preloaded?(pull.preload_newtons, pull.peak_newtons), typed_text: pull.typed_text, typed_unit: pull.typed_unit,
          pulled_at: pull.pulled_at, curve_id: pull.curve&.id, note: pull.note, judgement: judgement(pull.judgement) }
      end

      def judgement(row)
        row && { counts_as: row.counts_as, force_newtons: row.force_newtons, upper_newtons: row.upper_newtons, failed_part: row.failed_part, zone: row.zone,
                 mode: row.mode, reason: row.reason, person_id: row.person_id, created_at: row.created_at }
      end
    end
  end
end
