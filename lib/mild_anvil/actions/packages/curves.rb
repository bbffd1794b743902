# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      # The samples and original files of recordings that a package brought.
      class Curves
        # @param contents [Devices::Package::Contents]
        def initialize(contents)
          @contents = contents
        end

        # @param recordings [Array<Array(Hash, Integer)>] rows of the package, and their ids here
        # @param merge [Merge]
        # @raise [InvalidInput] where the samples are not those that were recorded
        def keep(recordings, merge)
          recordings.each { |row, id| samples(row, id) }
          files(recordings.map { |row, _| row[:source_file_id] }.uniq, merge)
        end

        private

        def samples(row, id)
          recording = Store::Models::Recording[id]
          channels = recording.channels
          columns = @contents.curve(row[:uid]).last(channels.size).map { |values| values.pack("E*") }
          digests = columns.map { |packed| OpenSSL::Digest::SHA256.hexdigest(packed) }
          unless OpenSSL::Digest::SHA256.hexdigest(digests.join) == recording.sha256
            refuse("curves/#{row[:uid]}.csv is not what was recorded: its samples have another hash")
          end

          channels.zip(columns).each { |channel, packed| Store::Samples.keep(channel.id, Store::Samples.prepare(packed)) }
        end

        def files(ids, merge)
          rows = @contents.rows(:source_files).to_h { |row| [row[:id], row] }
          ids.each { |id| file(rows.fetch(id), merge.here(:source_files, id)) }
        end

        def file(row, id)
          kept = Store::Models::SourceFile[id]
          return if kept.parts?

          bytes = @contents.file("originals/#{row[:sha256]}#{File.extname(row[:name])[/\A\.\w{1,8}\z/]}")
          unless OpenSSL::Digest::SHA256.hexdigest(bytes) == row[:sha256]
            refuse("#{row[:name]} is not what was handed in: its bytes have another hash")
          end

          kept.keep_parts(bytes)
        end

        def refuse(why) = raise(InvalidInput.new("This package is not taken: #{why}", fields: { file: why }))
      end
    end
  end
end
