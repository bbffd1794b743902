# frozen_string_literal: true

module MildAnvil
  module Actions
    # Throws away curves that nobody gave a pull: those of yesterday, and those of a file that was read anew in another way.
    module SweepDrafts
      KEPT_SECONDS = 86_400
      MOST_AT_ONCE = 20 # so that nobody waits for it

      module_function

      # @param name [String]; @param sha256 [String] of the file that is being read anew
      def call(name:, sha256:, now: Time.now)
        drafts = Store::Models::Curve.where(pull_id: nil)
        # What another one is just giving a pull, or sweeps too, is left alone.
        old = drafts.where { created_at < now - KEPT_SECONDS }.order(:id).limit(MOST_AT_ONCE).for_update.skip_locked.select_map(%i[id source_file_id])
        same = Store::Models::SourceFile.where(sha256: sha256, name: name).select_map(:id)
        old |= drafts.where(source_file_id: same).for_update.skip_locked.select_map(%i[id source_file_id]) unless same.empty?
        remove(*old.transpose) unless old.empty?
      end

      def remove(curve_ids, file_ids)
        db = Sequel::Model.db
        channel_ids = db[:channels].where(curve_id: curve_ids).select_map(:id)
        db[:channel_chunks].where(channel_id: channel_ids).delete
        db[:channels].where(id: channel_ids).delete
        db[:findings].where(curve_id: curve_ids).delete
        db[:curves].where(id: curve_ids, pull_id: nil).delete
        db[:source_file_chunks].where(source_file_id: file_ids).delete
        db[:source_files].where(id: file_ids).delete
      end
      private_class_method :remove
    end
  end
end
