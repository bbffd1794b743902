# frozen_string_literal: true

module MildAnvil
  module Devices
    module Recorder
      # Stop, a path of its own: beside the queue of the run, in a thread that does nothing else. Said again and again,
      # on the driving line and on one of its own, whatever is answered, until the state or the readings say that it
      # stands; and again if it moves after that. Only what begins a motion on purpose ends it.
      #
      # It also stops a bench that moves and says nothing.
      class Stopper
        EACH_SECONDS = 0.04
        LOOK_SECONDS = 0.05
        WATCHED_SECONDS = 10.0 # after it stood: what was on its way has come by then, and others may drive it
        SILENT_SECONDS = 0.25 # without a reading, while it moves
        SILENT_WORDS = "no reading came for a quarter of a second"
        STANDS = %w[STOPPED IDLE ESTOP FAULT].freeze
        MOVES = %w[RAMP CYCLE RELEASE].freeze

        # @param driver [Drivers::TcpBench, Drivers::Watched]
        # @param moving [Proc] whether a run moves it now
        def initialize(driver, stillness: Core::Pull::Stillness.new, &moving)
          @driver = driver
          @stillness = stillness
          @moving = moving
          @guard = Mutex.new
          @called = ConditionVariable.new
          @line = StopLine.new { driver.place }
          @stood = ConditionVariable.new
          clear
        end

        attr_reader :why, :by, :stillness

        def start = @thread = Thread.new { round until @ended }.tap { |thread| thread.priority = 1 }

        def end
          @ended = true
          @guard.synchronize { @called.signal }
          @thread&.join
          @line.close
        end

        # From any thread; comes back at once.
        # @param account_id [Integer, nil] of the person, where one said it
        def stop!(why, account_id: nil)
          @driver.halt!
          @guard.synchronize do
            @last_at = now
            next if @why && !@stands

            @stands = false
            @since = now
            @from = @stillness.newest
            @told = nil
            @by = account_id if @why.nil?
            @why ||= why
            @called.signal
          end
          @driver.cry_stop
        end

        # Something is to move on purpose.
        # @param asked_at [Float, nil] when that was asked for: a stop after it goes before it
        # @return [Boolean] whether it may
        def release(asked_at: nil)
          @guard.synchronize do
            next false if asked_at && @last_at && @last_at >= asked_at

            clear
            @driver.go!
            true
          end
        end

        def wanted? = !@why.nil?
        def stands? = @stands

        # @param seconds [Float] to wait at most
        # @return [Boolean] whether it stands
        def wait(seconds)
          deadline = now + seconds
          @guard.synchronize do
            @stood.wait(@guard, deadline - now) until @stands || now >= deadline
            @stands
          end
        end

        # @return [Hash, nil] nil where nobody stops it
        def shown
          since = @since
          why = @why or return
          { why: why, stands: @stands, for_seconds: since ? (now - since).round(2) : 0.0, drives: @driver.drives? }
        end

        private

        def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

        def clear
          @why = @by = @since = @from = @told = nil
          @stands = false
          @tries = 0
        end

        def round
          return rest unless wanted?
          return watch_on if @stands

          say
          found = stands_now?
          @guard.synchronize do
            next unless found && wanted?

            @stands = true
            @stood_at = now
            @stood.broadcast
          end
          pause(EACH_SECONDS) unless found
        rescue StandardError => e # whatever it was, the next round says it again
          warn "#{Time.now.utc.iso8601} stop: #{e.message}"
          sleep EACH_SECONDS
        end

        # Whether it moves without being seen.
        def rest
          stop!(SILENT_WORDS) if @moving.call && @driver.quiet_seconds > SILENT_SECONDS
          pause(LOOK_SECONDS) unless wanted?
        end

        def say
          return unless @driver.drives?

          @tries += 1
          @driver.cry_stop if @tries > 1 # once it was said already
          return pause(EACH_SECONDS) if @tries == 1 && !stands_now?
          return if @tries == 1

          asked = now
          state = @line.stop
          @told = [state, asked] if state
        end

        # @return [Boolean, nil] nothing can be told where nothing is driven
        def stands_now?
          return false unless @driver.drives?

          told?(@driver.state, @driver.state_at) || told?(*@told) || @stillness.standing?(@from)
        end

        def told?(state = nil, at = nil)
          !state.nil? && !at.nil? && at >= @since && STANDS.include?(state)
        end

        # It stood, and is told to move again: by what was on its way, or by somebody else.
        def watch_on
          pause(LOOK_SECONDS)
          return @guard.synchronize { clear } if now - @stood_at > WATCHED_SECONDS
          return unless wanted? && MOVES.include?(@driver.state.to_s)

          @guard.synchronize do
            @stands = false
            @since = now
            @from = @stillness.newest
            @told = nil
          end
        end

        def pause(seconds)
          @guard.synchronize { @called.wait(@guard, seconds) unless @ended }
        end
      end
    end
  end
end
