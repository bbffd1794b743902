# frozen_string_literal: true

module MildAnvil
  module Actions
    # Gives a curve that was looked at its pull in a lot; all of it or nothing.
    module SaveDraft
      module_function

      # @param curve_id [Integer] of a draft
      # @param resolution_newtons [Float, nil] where it is known better than from the steps between the samples
      # @return [Store::Models::Pull]
      # @raise [NotFound] when it was given away or thrown away meanwhile; [Conflict] for a file that this lot has already
      def call(lot_id:, curve_id:, person_id:, specimen_number: nil, feature_name: nil, note: "", origin: "file", resolution_newtons: nil)
        Store::Database.write do
          lot = Store::Models::Lot.locked!(lot_id)
          curve = Store::Models::Curve.for_update.first(id: curve_id, pull_id: nil) || raise(NotFound.new("What was read of this file is no longer at hand: hand the file in again", id: curve_id))
          file = curve.source_file
          DuplicateFile.refuse!(lot, file.sha256) # under the lock: the same file may have come in meanwhile
          peak = curve.findings_dataset.first(kind: "peak")
          pull = NewPull.call(lot: lot, specimen_number: specimen_number, feature_name: feature_name, person_id: person_id, origin: origin, note: note,
                              peak_newtons: peak.force_newtons, peak_is_lower_bound: peak.extra.fetch("lower_bound"), resolution_newtons: resolution_newtons || curve.step_newtons)
          curve.update(pull_id: pull.id, draft_key: nil, created_at: Time.now)
          Audit.record(:import_curve, pull, person_id: person_id, file: file.name)
          RefreshLot.call(lot)
          pull
        end
      end
    end
  end
end
