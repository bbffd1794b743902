# frozen_string_literal: true

module MildAnvil
  module Actions
    # A recording with its channels and findings, each finding with what a person put beside it.
    module ShowRecording
      FINDING = %i[kind ordinal at_seconds until_seconds value_si reason confidence doubt].freeze
      FACTS = %i[id uid sample_count start_seconds end_seconds interval_seconds sha256].freeze

      module_function

      # @param recording [Store::Models::Recording]
      # @param figures [Figures] of the lot
      # @return [Hash]
      def call(recording, figures)
        shown = shown_in(recording, figures)
        facts = { reading: recording.reading, file: file(recording.source_file), unit: shown.unit.symbol,
                  channels: recording.channels.map { |channel| channel(channel) },
                  rule_version: recording.analysis.rule_version, findings: findings(recording, shown) }
        recording.values.slice(*FACTS).merge(facts)
      end

      # The unit of the judged channel, which is the lot's own unless the lot rates what is not read off it.
      def shown_in(recording, figures)
        role = recording.judged_channel.role
        return figures if figures.measurand.units.first.quantity == role

        measurand = Catalogue.measurands.find { |m| m.key == role } || Catalogue.measurand("force")
        Figures.new(measurand, measurand.units.first.symbol)
      end
      private_class_method :shown_in

      def channel(channel) = channel.values.slice(:position, :name, :role, :unit_read, :judged, :zero_si, :loading_sign)
      private_class_method :channel

      def findings(recording, figures)
        step = recording.judged_channel.step_si
        recording.analysis.findings_dataset.eager(overrides: :person).all.map do |finding|
          { **finding.values.slice(*FINDING),
            extra: finding.extra,
            figure: figures.reading(finding.value_si, step), overruled: overruled(finding.override, figures, step) }
        end
      end
      private_class_method :findings

      def overruled(row, figures, step)
        row && { at_seconds: row.at_seconds, value_si: row.value_si, figure: figures.reading(row.value_si, step),
                 reason: row.reason,
                 person: row.person.name, created_at: row.created_at }
      end
      private_class_method :overruled

      def file(file) = file.values.slice(:id, :name, :sha256, :byte_count)
      private_class_method :file
    end
  end
end
