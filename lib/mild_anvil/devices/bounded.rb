# frozen_string_literal: true

require "open3"
require "timeout"

module MildAnvil
  module Devices
    # Another program at work on what somebody sent: in a process of its own with limits of memory, processor and time,
    # and of what it may answer. What goes beyond them is ended, and nobody else notices.
    module Bounded
      MEGABYTES = 1200 # of address space; libraries take half of it before anything is read
      SECONDS = 20
      ANSWER_BYTES = 64 * 1024 * 1024
      PART_BYTES = 256 * 1024

      module_function

      # @param command [Array<String>]; @param sent [String] on its standard input
      # @return [String, nil] what it answered; nil where it failed, or went beyond its limits
      def run(*command, sent:, seconds: SECONDS, megabytes: MEGABYTES)
        limits = { rlimit_as: megabytes << 20, rlimit_cpu: seconds, rlimit_core: 0, pgroup: true, err: File::NULL }
        Open3.popen2(*command, **limits) do |input, output, process|
          [input, output].each(&:binmode)
          writing = Thread.new { write(input, sent) }
          answer = Timeout.timeout(seconds) { read(output) }
          answer if answer && process.value.success?
        rescue Timeout::Error
          nil
        ensure
          finish(process, writing)
        end
      end

      def write(input, sent)
        input.write(sent)
        input.close
      rescue Errno::EPIPE, IOError
        nil # it has seen enough
      end
      private_class_method :write

      def read(output)
        answer = +"".b
        while (part = output.read(PART_BYTES))
          answer << part
          return if answer.bytesize > ANSWER_BYTES
        end
        answer
      end
      private_class_method :read

      def finish(process, writing)
        Process.kill("KILL", -process.pid) if process.alive?
      rescue Errno::ESRCH
        nil
      ensure
        writing&.kill
      end
      private_class_method :finish
    end
  end
end
