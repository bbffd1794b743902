# frozen_string_literal: true

require "fileutils"

module Launch
  # Whether a disk has room: the only sure way is to write on it.
  module Room
    NEEDED_BYTES = 16 * 1024 * 1024 # what a database needs to begin with
    NONE = [Errno::ENOSPC, Errno::EDQUOT].freeze

    module_function

    # @param folder [String]
    def in?(folder)
      probe = File.join(folder, ".room-#{Process.pid}")
      File.open(probe, "wb") do |file|
        file.write("\0" * NEEDED_BYTES)
        file.fsync
      end
      true
    rescue *NONE
      false
    ensure
      FileUtils.rm_f(probe) if probe
    end
  end
end
