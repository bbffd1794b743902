# frozen_string_literal: true

module MildAnvil
  module Actions
    # Throws away recordings that nobody gave a pull: those of yesterday, and those of a file that was read anew in
    # another way.
    module SweepDrafts
      KEPT_SECONDS = 86_400
      MAX_AT_ONCE = 20 # so that nobody waits for it

      module_function

      # @param name [String]; @param sha256 [String] of the file that is being read anew
      def call(name:, sha256:, now: Time.now)
        drafts = Store::Models::Recording.where(pull_id: nil)
        # What another one is just giving a pull, or sweeps too, is left alone.
        free = ->(rows) { rows.for_update.skip_locked.select_map(%i[id source_file_id]) }
        old = free.call(drafts.where { created_at < now - KEPT_SECONDS }.order(:id).limit(MAX_AT_ONCE))
        same = Store::Models::SourceFile.where(sha256: sha256, name: name).select_map(:id)
        old |= free.call(drafts.where(source_file_id: same)) unless same.empty?
        Store::Drafts.remove(*old.transpose) unless old.empty?
      end
    end
  end
end
