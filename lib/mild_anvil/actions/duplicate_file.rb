# frozen_string_literal: true

module MildAnvil
  module Actions
    # Whether a file was handed in before.
    module DuplicateFile
      module_function

      # @raise [Conflict] if this lot has it already
      def refuse!(lot, sha256)
        row = Store::Models::SourceFile.dataset.pulls_of(sha256).first(Sequel[:lots][:id] => lot.id) or return
        number = row[:number]
        raise Conflict.new("This file is pull #{number} of this lot already: nothing was saved. If that pull is " \
                           "wrong, judge it void " \
                           "and say why", pull: number)
      end

      # @return [String, nil] words for another lot's pull that came from the same bytes
      def elsewhere(lot, sha256)
        row = Store::Models::SourceFile.dataset.pulls_of(sha256).exclude(Sequel[:lots][:id] => lot.id).first
        row && "pull #{row[:number]} of #{row[:lot]}"
      end
    end
  end
end
