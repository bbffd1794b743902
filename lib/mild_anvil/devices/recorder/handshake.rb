# frozen_string_literal: true

module MildAnvil
  module Devices
    module Recorder
      # Whether a run that was asked for may still begin, decided once: whoever asked may give it up, and it ends by
      # itself at its deadline. What has begun cannot be given up; what was given up never begins.
      class Handshake
        REMEMBERED = 200

        def initialize
          @guard = Mutex.new
          @begun = []
          @given_up = []
        end

        # @param deadline [Float, nil] of the monotonic clock of this machine
        # @return [Boolean] whether it begins now; asked again, the same answer
        def begins?(uid, deadline)
          @guard.synchronize do
            next true if @begun.include?(uid)
            next false if @given_up.include?(uid) || expired?(deadline)

            remember(@begun, uid)
            true
          end
        end

        # @return [Boolean] whether it can still begin
        def open?(uid, deadline) = @guard.synchronize { !@given_up.include?(uid) && !expired?(deadline) }

        # @return [Boolean] whether it had begun already: then it goes on
        def give_up(uid)
          @guard.synchronize do
            next true if @begun.include?(uid)

            remember(@given_up, uid)
            false
          end
        end

        private

        def expired?(deadline) = !deadline.nil? && Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline

        def remember(list, uid)
          list << uid
          list.shift if list.size > REMEMBERED
        end
      end
    end
  end
end
