# frozen_string_literal: true

module MildAnvil
  module Devices
    module Recorder
      # The line to the bench, part of Session: opened again and again, with control taken at once where a pull goes on.
      module Reconnecting
        STATUS_SECONDS = 0.4 # keeps the watchdog of the bench quiet
        TAKEN = -203 # by somebody else
        UNANSWERED = 3 # then it is said

        private

        def connect
          refuse_all
          forget_line
          met = @driver.open(control: pulling?)
          @said.clear(:line)
          switched_on_again if met == :rebooted
        rescue Drivers::Refused => e
          taken_by_another(e) if e.code == TAKEN
          no_line(e)
        rescue SystemCallError, EOFError => e
          no_line(e)
        end

        def pulling? = !@recording.nil? && !@recording.ended? && !@stopper.wanted?

        # What a line said that is lost is not known any more.
        def forget_line = @state = nil

        def switched_on_again
          forget
          finish(interrupted: "the bench was switched off and on") if @recording
        end

        def taken_by_another(error)
          @stopper.stop!("somebody else took control of the bench: #{error.message}") if pulling?
        end

        def no_line(error)
          silent = error.is_a?(Drivers::Refused) && error.silence?
          @said.say(:line, silent ? "No bench answers" : "No bench answers: #{error.message}")
          finish(interrupted: "the line was lost") if @recording&.given_up?
          return if @stopping

          sleep(@recording || @stopper.wanted? ? Session::AT_ONCE_SECONDS : Session::AGAIN_SECONDS)
        end

        # A state that is asked for and refused is one that is asked for again.
        def keep_awake
          each = @stopper.wanted? && !@stopper.stands? ? Session::POLL_SECONDS : STATUS_SECONDS
          return if now - (@woken ||= 0.0) < each

          @woken = now
          @driver.status
          @unanswered = 0
        rescue Drivers::Refused => e
          @unanswered = @unanswered.to_i + 1
          raise if @unanswered >= UNANSWERED && !e.silence?
        end
      end
    end
  end
end
