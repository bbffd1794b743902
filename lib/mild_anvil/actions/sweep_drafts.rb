# frozen_string_literal: true

module MildAnvil
  module Actions
    # Throws away recordings that nobody gave a pull: those of yesterday, and their own of a file that they read
    # anew in another way.
    module SweepDrafts
      KEPT_SECONDS = 86_400
      MAX_AT_ONCE = 20 # so that nobody waits for it

      module_function

      # @param name [String]; @param sha256 [String] of the file that is being read anew by the person
      def call(name:, sha256:, person_id:, now: Time.now)
        drafts = Store::Models::Recording.where(pull_id: nil)
        # What another one is just giving a pull, or sweeps too, is left alone.
        free = ->(rows) { rows.for_update.skip_locked.select_map(%i[id source_file_id]) }
        old = free.call(drafts.where { created_at < now - KEPT_SECONDS }.order(:id).limit(MAX_AT_ONCE))
        same = Store::Models::SourceFile.where(sha256: sha256, name: name).select_map(:id)
        old |= free.call(drafts.where(source_file_id: same, person_id: person_id)) unless same.empty?
        Store::Drafts.remove(*old.transpose) unless old.empty?
      end
    end
  end
end
