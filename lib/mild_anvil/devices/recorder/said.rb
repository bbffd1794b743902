# frozen_string_literal: true

module MildAnvil
  module Devices
    module Recorder
      # What is wrong now, each as long as it is: a fault that has gone takes its words with it.
      class Said
        ORDER = %i[disk trouble line silence refused].freeze # what is told first
        PASSING_SECONDS = 20.0 # a refusal is no state: it was

        def initialize
          @said = {}
          @guard = Mutex.new
        end

        # @param cause [Symbol] of ORDER
        def say(cause, words) = @guard.synchronize { @said[cause] = [words, now] }

        def clear(*causes) = @guard.synchronize { causes.each { |cause| @said.delete(cause) } }

        # @return [String, nil]
        def words
          @guard.synchronize do
            @said.delete(:refused) if @said[:refused] && now - @said[:refused].last > PASSING_SECONDS
            @said[ORDER.find { |cause| @said.key?(cause) }]&.first
          end
        end

        private

        def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      end
    end
  end
end
