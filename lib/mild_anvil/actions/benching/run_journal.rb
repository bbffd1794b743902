# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # What the recorder wrote down of a run, as a table of numbers: for whoever has to make something of it by hand.
      module RunJournal
        module_function

        # @return [ExportStatement::Paper]
        # @raise [NotFound] where it is not on this machine
        def call(run_id:)
          run = Store::Models::Run.fetch!(run_id)
          path = File.join(KeepRun.folder, "#{run.uid}.journal")
          read = File.exist?(path) ? Devices::Recorder::Journal.read(path) : nil
          raise NotFound, "The journal of this pull is not on this machine: look where its recorder runs" if read.nil?

          ExportStatement::Paper.new(content: RunTable.new(read).text, type: "text/csv", name: "run-#{run.uid}.csv")
        end
      end
    end
  end
end
