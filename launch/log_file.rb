# frozen_string_literal: true

require "fileutils"

module Launch
  # What a process says: added to its log, which is put aside when it is long; and the first line that tells why it
  # ended.
  class LogFile
    LARGEST_BYTES = 5 * 1024 * 1024
    KEPT = 5
    REASON = /error|cannot|can't|could not|denied|failed|fatal|refused|abort|no space|read-only|in use|not found/i
    NO_REASON = /\A\s|\bfrom \S+:\d+:in\b|\[Note\]|\[Warning\]|deprecat/i # backtraces and chatter
    LONGEST = 300

    attr_reader :path

    # @param name [String]
    def initialize(name, folder: File.join(VAR, "log"))
      @path = File.join(folder, "#{name}.log")
      @from = 0
    end

    # From now on, what is added is this start's.
    # @return [LogFile]
    def begin_here
      FileUtils.mkdir_p(File.dirname(@path))
      rotate
      File.open(@path, "a") { |file| file.puts("-- #{Time.now.utc.strftime('%F %T')} UTC") }
      @from = File.size(@path)
      self
    end

    # Whoever writes appends, so that the file may be emptied under it. On a full disk it is emptied without a copy.
    def rotate
      return unless File.exist?(@path) && File.size(@path) > LARGEST_BYTES

      (KEPT - 1).downto(1) { |n| File.rename("#{@path}.#{n}", "#{@path}.#{n + 1}") if File.exist?("#{@path}.#{n}") }
      copy
      File.truncate(@path, 0)
      @from = 0
    end

    def copy
      FileUtils.cp(@path, "#{@path}.1")
    rescue *Room::NONE
      FileUtils.rm_f("#{@path}.1")
    end
    private :copy

    # @return [Hash] for Process.spawn
    def redirection = { out: [@path, "a"], err: %i[child out] }

    # @return [String] the first line since the start that says what went wrong; else the last one
    def reason
      lines = said.lines.map { |line| line.scrub("?").chomp }.reject { |line| line.strip.empty? }
      found = lines.find { |line| REASON.match?(line) && !NO_REASON.match?(line) } || lines.last || "it said nothing"
      found.strip[0, LONGEST]
    end

    # @return [String] all since the start
    def said = File.open(@path, "rb") { |file| file.seek([@from, file.size].min) && file.read }
  end
end
