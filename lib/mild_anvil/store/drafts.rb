# frozen_string_literal: true

module MildAnvil
  module Store
    # Recordings that wait for a pull, and what hangs on them.
    module Drafts
      module_function

      # @param recording_ids [Array<Integer>] without a pull
      # @param file_ids [Array<Integer>] the files they came from
      def remove(recording_ids, file_ids, database = Sequel::Model.db)
        of_recordings = { recording_id: recording_ids }
        channels = database[:channels].where(of_recordings).select_map(:id)
        analyses = database[:analyses].where(of_recordings).select_map(:id)
        database[:chunks].where(channel_id: channels).delete
        database[:channels].where(id: channels).delete
        database[:findings].where(analysis_id: analyses).delete
        database[:analyses].where(id: analyses).delete
        database[:recordings].where(id: recording_ids, pull_id: nil).delete
        database[:source_file_chunks].where(source_file_id: file_ids).delete
        database[:source_files].where(id: file_ids).delete
      end
    end
  end
end
