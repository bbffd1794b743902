# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      # The samples and original files of recordings that a package brought, which Proof has looked at.
      class Curves
        # @param contents [Devices::Package::Contents]
        def initialize(contents)
          @contents = contents
        end

        # @param recordings [Array<Array(Hash, Integer)>] rows of the package, and their ids here
        # @param merge [Merge]
        def keep(recordings, merge)
          recordings.each { |row, id| samples(row, id) }
          files(recordings.map { |row, _| row[:source_file_id] }.uniq, merge)
        end

        private

        def samples(row, id)
          recording = Store::Models::Recording[id]
          channels = recording.channels
          columns = @contents.curve(row[:uid]).last(channels.size).map { |values| values.pack("E*") }
          channels.zip(columns).each { |channel, packed| Store::Samples.keep(channel.id, Store::Samples.prepare(packed)) }
        end

        def files(ids, merge)
          rows = @contents.rows(:source_files).to_h { |row| [row[:id], row] }
          ids.each { |id| file(rows.fetch(id), merge.here(:source_files, id)) }
        end

        def file(row, id)
          kept = Store::Models::SourceFile[id]
          return if kept.parts?

          kept.keep_parts(@contents.file(Packages.original(row)))
        end
      end
    end
  end
end
