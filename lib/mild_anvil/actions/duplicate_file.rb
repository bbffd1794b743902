# frozen_string_literal: true

module MildAnvil
  module Actions
    # Whether a file was handed in before.
    module DuplicateFile
      module_function

      # @raise [Conflict] if this lot has it already
      def refuse!(lot, sha256)
        pull = pulls(sha256).where(Sequel[:pulls][:lot_id] => lot.id).get(Sequel[:pulls][:number]) or return
        raise Conflict.new("This file is pull #{pull} of this lot already: nothing was saved. If that pull is wrong, judge it void and say why", pull: pull)
      end

      # @return [String, nil] words for another lot's pull that came from the same bytes
      def elsewhere(lot, sha256)
        row = pulls(sha256).exclude(Sequel[:pulls][:lot_id] => lot.id).join(:lots, id: Sequel[:pulls][:lot_id])
                          .select(Sequel[:pulls][:number].as(:number), Sequel[:lots][:name].as(:name)).first
        row && "pull #{row[:number]} of #{row[:name]}"
      end

      def pulls(sha256)
        Sequel::Model.db[:source_files].where(Sequel[:source_files][:sha256] => sha256)
                     .join(:curves, source_file_id: Sequel[:source_files][:id]).join(:pulls, id: Sequel[:curves][:pull_id])
      end
      private_class_method :pulls
    end
  end
end
