# frozen_string_literal: true

module MildAnvil
  module Actions
    # Everything that a rating is computed from, as plain values that can be stored, hashed, compared and computed from
    # again.
    module RatingInputs
      WHAT_IF = %i[coverage confidence factor school marking_step marking_unit rated_quantity preloaded].freeze

      module_function

      # @param facts [LotFacts]
      # @param what_if [Hash] any of WHAT_IF, to try instead of the lot's
      # @return [Hash] string keys
      def call(facts, what_if: {})
        Canonical.plain({ lot: lot(facts.lot), terms: InputTerms.call(facts, what_if), pulls: pulls(facts) })
      end

      # @return [Core::Rating::Inputs]
      def core(content)
        Core::Rating::Inputs.new(content, measurand: Catalogue.measurand(content.dig("terms", "measurand")))
      end

      # @return [String] hash of everything that the figures follow from
      def key(content) = Canonical.sha256({ rule_version: Core::Rating::Statement::RULE_VERSION, inputs: content })

      def lot(lot)
        { id: lot.id, uid: lot.uid, name: lot.name, item_type: lot.item_type, customer: lot.job.customer,
          job: lot.job.title,
          purpose: lot.job.purpose, material: lot.material, maker: lot.maker, differs_from_use: lot.differs_from_use,
          direction: lot.direction, configuration: lot.configuration, item_condition: lot.item_condition,
          setup_class: lot.setup_class, specimens_planned: lot.specimens_planned, levels: levels(lot) }
      end
      private_class_method :lot

      def levels(lot) = lot.study_groups.to_h { |group| [group.factor.name, group.level.name] }
      private_class_method :levels

      # By the names of then: whoever is called otherwise later has not done anything else.
      def pulls(facts)
        names = NamesThen.new
        facts.pulls.zip(facts.placed).map { |pull, placed| pull_row(facts, pull, placed, names) }
      end
      private_class_method :pulls

      def pull_row(facts, pull, placed, names)
        preload = facts.preload(pull)
        file = pull.recording&.source_file
        { id: pull.id, uid: pull.uid, number: pull.number, specimen: pull.feature.specimen.number,
          feature: pull.feature.name,
          origin: pull.origin, pulled_at: pull.pulled_at.utc.iso8601, state: placed.state, state_reason: placed.reason,
          measurement: measurement(facts.measurement(pull), names),
          judgement: judgement(facts.judgement(pull), pull, names),
          **said_blind(facts.blind[pull.id], names),
          preload_si: preload&.value_si, preload_source: preload&.source, preloaded: facts.preloaded?(pull),
          recording_id: pull.recording&.id, file: file&.name, file_sha256: file&.sha256, **read_by(facts, pull) }
      end
      private_class_method :pull_row

      # Only what happened: nothing that the passing of time changes.
      def read_by(facts, pull)
        reading = facts.chain.reading(pull)
        reading ? { read_by: reading } : {}
      end
      private_class_method :read_by

      # Only where somebody judged blind: other lots are hashed as before.
      def said_blind(row, names)
        return {} if row.nil?

        { blind: row.values.slice(:is_void, :failed_part, :zone, :mode, :reason)
                    .merge(person: names.name(row.person, row.created_at), at: row.created_at.utc.iso8601) }
      end
      private_class_method :said_blind

      def measurement(row, names)
        row && row.values.slice(:id, :quantity, :value_si, :resolution_si, :lower_bound_cause, :source, :text, :unit,
                                :reason)
                  .merge(person: names.name(row.person, row.created_at), override: override(row.override))
      end
      private_class_method :measurement

      def override(row) = row && { reason: row.reason, at_seconds: row.at_seconds }
      private_class_method :override

      def judgement(row, pull, names)
        return if row.nil?

        measured = pull.measurements.find { |m| m.id == row.measurement_id }
        row.values.slice(:id, :counts_as, :value_si, :upper_si, :stated_text, :stated_unit, :failed_part, :zone, :mode,
                         :reason,
                         :complete)
           .merge(person: names.name(row.person, row.created_at), at: row.created_at.utc.iso8601,
                  measurement: measurement(measured, names))
      end
      private_class_method :judgement
    end
  end
end
