# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # How long a file may be looked at. What came packed is small to send and may be made to take for ever; what came
      # as it is was as much work to send as it is to read, and only the search for its table is bounded.
      class TimeLimit
        SECONDS = 10.0

        # @param seconds [Float] of work: what others do meanwhile on the machine refuses no file
        # @param clock [#call] seconds that rise
        def initialize(seconds: SECONDS, clock: -> { Process.clock_gettime(Process::CLOCK_THREAD_CPUTIME_ID) })
          @clock = clock
          @seconds = seconds
          @until = clock.call + seconds
        end

        # @param what [String] what was being done, for people
        # @raise [InvalidInput] once the time is over
        def look!(what)
          return if @clock.call < @until

          raise InvalidInput, "The file cannot be read in #{@seconds.round} s: #{what} takes longer. Export it as " \
                              "CSV, one row a reading, split it, or send it unpacked"
        end
      end
    end
  end
end
