# frozen_string_literal: true

module MildAnvil
  module Devices
    module Recorder
      # What may be asked of a session: all of it happens in the session's own thread.
      module Requests
        LET_OFF_SECONDS = 5.0

        private

        def begin_run(given)
          return { refused: "A run is going on" } if @recording

          return { refused: "Nothing was read from the bench yet" } if @driver.channels.nil?

          make_ready(given)
          @state = "ARMED"
          @trace = Trace.new(last: @trace.last)
          @recording = Recording.new(given, channels: @driver.channels, boot: @driver.boot, folder: @folder,
                                            by_hand: !@driver.drives?)
          @fixture = @recording.fixture
          obey(@recording.begin)
          { done: @recording.uid }
        end

        # From wherever the bench stands: control, at rest, what is to be pulled put in, limits, armed.
        def make_ready(given)
          @driver.lock
          @driver.reset
          @driver.put_in(given[:specimen]) if given[:specimen]
          @driver.set_limits(**given[:limits])
          @driver.arm
        end

        def stop_run(_given)
          stands = @driver.stop
          @recording&.stop
          { done: stands }
        end

        # What a stop left under load.
        def let_off(_given)
          return { refused: "A run is going on" } if @recording

          @driver.lock
          @driver.release([@newest.to_f.abs / LET_OFF_SECONDS, 10.0].max)
          { done: true }
        end

        def hold_here(_given)
          @driver.hold
          @recording&.note(kind: "held", words: "held here by hand")
          { done: true }
        end

        def inspect_points(given)
          obey(@recording&.inspected(given[:points]))
          { done: true }
        end

        def figures_read(given)
          return { refused: "No run is going on" } if @recording.nil?

          obey(@recording.measured(given[:figures].transform_keys(&:to_s)))
          { done: true }
        end

        def remark(given)
          @recording&.note(kind: given[:kind] || "remark", words: given[:words].to_s[0, 200])
          { done: !@recording.nil? }
        end
      end
    end
  end
end
