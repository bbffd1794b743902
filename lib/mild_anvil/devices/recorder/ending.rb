# frozen_string_literal: true

module MildAnvil
  module Devices
    module Recorder
      # How a run ends, part of Session: it is over when it ended and the bench stands; then what is owed of it is asked
      # for, and its journal is closed and handed on.
      module Ending
        OWED_SECONDS = 6.0 # to ask at the end for what a line did not bring

        private

        # A stop ends the run, whoever said it.
        def heed_stop
          @recording.stop(@stopper.why, account_id: @stopper.by) if @recording && @stopper.wanted?
        end

        # A bench that does not stand is not left: its run stays on the list.
        def over?
          return false unless @recording&.over?(Session::AFTER_SECONDS)

          !@stopper.wanted? || @stopper.stands? || !@driver.drives?
        end

        def finish(interrupted: nil)
          recording = @recording
          ask_for_owed(recording)
          @recording = nil
          ended(recording, interrupted)
          release_control
          @finished.call(recording.path)
        end

        def ask_for_owed(recording)
          items = @driver.collect_owed(OWED_SECONDS)
          recording.keep(items) if items.any?
        rescue EOFError, SystemCallError
          nil # what is missing is a gap of the record, counted where it is read
        end

        # A journal that cannot be written any more is one that was cut off.
        def ended(recording, interrupted)
          recording.finish(interrupted: interrupted)
        rescue SystemCallError => e
          @said.say(:disk, "Nothing can be written: #{e.message}")
        end

        # Unarmed where nothing hangs; under load it stays as it stands.
        def release_control
          %i[disarm give_back].each do |done|
            @driver.public_send(done) if @driver.connected?
          rescue Drivers::Refused
            next
          end
        end
      end
    end
  end
end
