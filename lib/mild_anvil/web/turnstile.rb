# frozen_string_literal: true

module MildAnvil
  module Web
    # In front of what is dear: a password takes memory and a processor, whoever asks. A few are let through at a time,
    # a few wait, and the rest are told to come again, so that whoever tries names leaves threads for those who work.
    class Turnstile
      AT_ONCE = 2
      WAITING = 2
      WAIT_SECONDS = 5
      WORDS = "Too many sign in at this moment: try again in a few seconds"

      def initialize(at_once: AT_ONCE, waiting: WAITING, wait: WAIT_SECONDS)
        @permits = SizedQueue.new(at_once)
        @most = at_once + waiting
        @wait = wait
        @inside = 0
        @guard = Mutex.new
      end

      # @return what the block returns; nil where there was no room
      def pass
        return unless enter

        begin
          return unless permitted?

          begin
            yield
          ensure
            @permits.pop
          end
        ensure
          @guard.synchronize { @inside -= 1 }
        end
      end

      private

      def enter = @guard.synchronize { @inside < @most && (@inside += 1) }

      def permitted?
        deadline = now + @wait
        begin
          @permits.push(true, true)
          true
        rescue ThreadError
          sleep 0.02
          now < deadline ? retry : false
        end
      end

      def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    end
  end
end
