# frozen_string_literal: true

require "fileutils"
require "securerandom"

module MildAnvil
  module Web
    # What session cookies are sealed with: from the environment, or made once and kept for this installation alone.
    module SessionSecret
      MIN_BYTES = 64

      module_function

      # @param path [String]
      # @return [String]
      def read(path)
        given = ENV["SESSION_SECRET"].to_s
        return given if given.bytesize >= MIN_BYTES

        kept = File.exist?(path) ? File.binread(path) : ""
        kept.bytesize >= MIN_BYTES ? kept : make(path)
      end

      # Written whole or not at all; of two that start at once, one wins and both read it.
      def make(path)
        FileUtils.mkdir_p(File.dirname(path))
        File.open("#{path}.lock", File::RDWR | File::CREAT, 0o600) do |lock|
          lock.flock(File::LOCK_EX)
          kept = File.exist?(path) ? File.binread(path) : ""
          return kept if kept.bytesize >= MIN_BYTES

          fresh = SecureRandom.hex(MIN_BYTES)
          File.write("#{path}.new", fresh, perm: 0o600)
          File.rename("#{path}.new", path)
          fresh
        end
      end
      private_class_method :make
    end
  end
end
