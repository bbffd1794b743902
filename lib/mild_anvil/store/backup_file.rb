# frozen_string_literal: true

require "zlib"

module MildAnvil
  module Store
    # A backup's file, line by line, however it was packed: what grows beyond what our own backups do is not unpacked.
    module BackupFile
      LINE_BYTES = 64 * 1024 * 1024 # more than the largest row
      GROWTH = 200
      SMALL_BYTES = 64 * 1024 * 1024 # up to which growth does no harm

      module_function

      # @yieldparam line [String] with its end
      # @raise [InvalidInput] in words
      def each_line(path)
        return enum_for(:each_line, path) unless block_given?

        most = [File.size(path) * GROWTH, SMALL_BYTES].max
        Zlib::GzipReader.open(path) do |gzip|
          while (line = gzip.gets("\n", LINE_BYTES))
            swollen! if (most -= line.bytesize).negative? || (line.bytesize >= LINE_BYTES && !line.end_with?("\n"))
            yield line
          end
        end
      rescue Zlib::Error
        raise InvalidInput, "This is no whole backup: it was cut off or altered. Take an earlier one"
      rescue SystemCallError => e
        raise InvalidInput, "The backup cannot be read: #{e.message}"
      end

      def swollen!
        raise InvalidInput, "This is no backup of Mild Anvil: unpacked it is more than #{GROWTH} times as large"
      end
      private_class_method :swollen!
    end
  end
end
