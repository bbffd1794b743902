# frozen_string_literal: true

require "fileutils"

module Launch
  # The number of a process with the moment it was started: numbers are used again, moments are not.
  class PidFile
    ENDS_WITHIN_SECONDS = 15

    def initialize(path) = @path = path

    def write(pid)
      FileUtils.mkdir_p(File.dirname(@path))
      File.write(@path, "#{pid} #{PidFile.started(pid)}")
    end

    # @return [Integer, nil] of the very process that was written, if it still runs
    def running
      pid, moment = File.read(@path).split
      pid = pid.to_i
      pid if pid.positive? && !moment.nil? && PidFile.started(pid) == moment
    rescue Errno::ENOENT
      nil
    end

    # What a killed launcher left behind is ended by its own number, and nothing else.
    def end_left_over
      pid = running
      Launch.end_process(pid, within: ENDS_WITHIN_SECONDS) if pid
      remove
    end

    def remove = FileUtils.rm_f(@path)

    # @return [String, nil] ticks since the machine started
    def self.started(pid)
      File.read("/proc/#{pid}/stat").rpartition(")").last.split[19]
    rescue Errno::ENOENT, Errno::ESRCH
      nil
    end
  end
end
