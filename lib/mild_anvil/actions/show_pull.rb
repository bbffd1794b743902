# frozen_string_literal: true

module MildAnvil
  module Actions
    # One pull with its curve's findings, its file, and all judgements, also those taken back.
    module ShowPull
      module_function

      # @return [Hash]
      def call(pull_id:)
        pull = Store::Models::Pull.fetch!(pull_id)
        PullRow.call(pull).merge(lot_id: pull.lot_id, person: pull.person&.name, curve: pull.curve && curve(pull.curve), history: history(pull))
      end

      def curve(curve)
        { id: curve.id, sample_count: curve.sample_count, start_seconds: curve.start_seconds, end_seconds: curve.end_seconds, interval_seconds: curve.interval_seconds,
          offset_newtons: curve.offset_newtons, sense: curve.sense, sha256: curve.sha256, reading: curve.reading, file: file(curve.source_file),
          channels: curve.channels.map { |c| { position: c.position, name: c.name, role: c.role, unit: c.unit, main: c.main } },
          findings: findings(curve) }
      end
      private_class_method :curve

      # Each with its place among those of its kind, and with what a person put beside it.
      def findings(curve)
        overruled = Store::Models::FindingOverride.in_force(curve.id)
        counts = Hash.new(-1)
        curve.findings.map do |f|
          place = counts[f.kind] += 1
          f.values.slice(:kind, :at_seconds, :until_seconds, :force_newtons, :because, :rule_version).merge(extra: f.extra, place: place, overruled: overruled(overruled[[f.kind, place]]))
        end
      end
      private_class_method :findings

      def overruled(row)
        row && { at_seconds: row.at_seconds, force_newtons: row.force_newtons, reason: row.reason, person: row.person.name, created_at: row.created_at }
      end
      private_class_method :overruled

      def file(file) = { id: file.id, name: file.name, sha256: file.sha256, byte_count: file.byte_count }
      private_class_method :file

      def history(pull)
        pull.judgements_dataset.eager(:person).order(:id).map do |row|
          PullRow.judgement(row).merge(person: row.person.name, undoes: !row.undoes_id.nil?)
        end
      end
      private_class_method :history
    end
  end
end
