# frozen_string_literal: true

require "fileutils"

module Launch
  # One launcher at a time for a folder: whoever holds the lock wrote into it who they are. A killed one holds nothing.
  class Lock
    # @param path [String]
    def initialize(path) = @path = path

    # @param words [String] that the next one is told, such as the address
    # @return [Boolean] false where somebody else holds it
    def take(words)
      FileUtils.mkdir_p(File.dirname(@path))
      @file = File.open(@path, File::RDWR | File::CREAT, 0o600)
      return release unless @file.flock(File::LOCK_EX | File::LOCK_NB)

      @file.truncate(0)
      @file.write("#{Process.pid} #{words}")
      @file.flush
      true
    end

    def say(words)
      @file.rewind
      @file.truncate(0)
      @file.write("#{Process.pid} #{words}")
      @file.flush
    end

    # @return [Array(Integer, String)] process and words of whoever holds it
    def holder
      pid, words = File.read(@path).split(" ", 2)
      [pid.to_i, words.to_s]
    rescue Errno::ENOENT
      [0, ""]
    end

    # @return [false]
    def release
      @file&.close
      @file = nil
      false
    end
  end
end
