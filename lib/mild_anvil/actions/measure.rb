# frozen_string_literal: true

module MildAnvil
  module Actions
    # Makes measurements: of what was found in a recording, of what a person put beside it, of what a display showed.
    module Measure
      module_function

      # The peak, and what the lot rates besides; nothing where the findings do not give it.
      # @param pull [Store::Models::Pull] with its recording
      # @param lower_bound_cause [String, nil] known from elsewhere than the curve
      def from_findings(pull, lot, person_id:, resolution_si: nil, lower_bound_cause: nil)
        [*("peak" if lot.terms.rated_quantity != "peak"), lot.terms.rated_quantity].each do |quantity|
          of_finding(pull, quantity, person_id: person_id, resolution_si: resolution_si,
                                     lower_bound_cause: lower_bound_cause)
        end
      end

      # @return [Store::Models::Measurement, nil] by the finding, or by the override that stands beside it
      def of_finding(pull, quantity, person_id:, resolution_si: nil, reason: "", lower_bound_cause: nil)
        recording = Store::Models::Recording.first(pull_id: pull.id) or return
        findings = recording.analysis.findings_dataset.eager(:overrides).all
        finding, value, cause = Core::Judgement::RatedQuantity.in(findings, quantity)
        return if finding.nil?

        override = finding.override
        resolution = resolution_si || (recording.judged_channel.step_si unless %w[energy cycles
                                                                                  travel].include?(quantity))
        create(pull, quantity, person_id: person_id, reason: reason, finding_id: finding.id, override_id: override&.id,
                               source: override ? "override" : "finding", value_si: override&.value_si || value,
                               resolution_si: resolution,
                               lower_bound_cause: (bound(pull, quantity, cause || lower_bound_cause) unless override))
      end

      # What was known of its record besides the curve is known of every later value of it.
      def bound(pull, quantity, cause)
        cause || Store::Models::Measurement.where(pull_id: pull.id, quantity: quantity, source: "finding")
                                           .exclude(lower_bound_cause: nil).get(:lower_bound_cause)
      end
      private_class_method :bound

      # @param reading [Core::Quantity::TypedReading]
      # @return [Store::Models::Measurement]
      def typed(pull, quantity, reading, person_id:, source: "display", reason: "", lower_bound_cause: nil)
        create(pull, quantity, person_id: person_id, source: source, value_si: reading.value_si,
                               resolution_si: reading.resolution_si,
                               text: reading.text, unit: reading.unit, reason: reason,
                               lower_bound_cause: lower_bound_cause)
      end

      def create(pull, quantity, **columns)
        pull.associations.delete(:measurements)
        Store::Models::Measurement.create(pull_id: pull.id, quantity: quantity, **columns)
      end
      private_class_method :create
    end
  end
end
