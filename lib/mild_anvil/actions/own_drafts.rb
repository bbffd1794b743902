# frozen_string_literal: true

module MildAnvil
  module Actions
    # What was read of a file and waits for its pull is seen and saved by whoever handed the file in, and by nobody
    # else.
    module OwnDrafts
      module_function

      # @raise [NotFound] for the draft of somebody else, as for none
      def recording!(id, person_id:)
        row = Store::Models::Recording.where(id: id).select(:pull_id, :person_id).first
        return if row.nil? || row.pull_id || row.person_id == person_id

        raise NotFound.new("there is no recording #{id}", id: id)
      end

      # @raise [NotFound] for a file that only drafts of others were read from
      def file!(id, person_id:)
        rows = Store::Models::Recording.where(source_file_id: id).select(:pull_id, :person_id).all
        return if rows.empty? || rows.any? { |row| row.pull_id || row.person_id == person_id }

        raise NotFound.new("there is no file #{id}", id: id)
      end
    end
  end
end
