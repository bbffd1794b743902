# frozen_string_literal: true

module MildAnvil
  module Devices
    module Recorder
      # What may be asked of a session: all of it but stop happens in the session's own thread. A request that nobody
      # waits for any more is not carried out.
      module Requests
        LET_OFF_SECONDS = 5.0
        REQUEST_SECONDS = 8.0
        STANDS_SECONDS = 0.4 # that whoever stops it waits to hear that it stands
        LOADED = "loaded" # a bench's own word
        EXPIRED = "Nobody waited for it any more: it did not begin"

        # What is asked, and where the answer goes; taken or given up, one of both
        class Request
          attr_reader :does, :given, :answer

          def initialize(does, given)
            @does = does
            @given = given
            @answer = Queue.new
            @guard = Mutex.new
          end

          def take = decide(:taken)
          def give_up = decide(:given_up)

          private

          def decide(how) = @guard.synchronize { (@how ||= how) == how }
        end

        # @return [Hash] the answer: {done: …} or {refused: words}
        def ask(does, given = {})
          request = Request.new(does, given)
          @requests << request
          Timeout.timeout(REQUEST_SECONDS) { request.answer.pop }
        rescue Timeout::Error
          return { refused: "The bench does not answer: nothing was done" } if request.give_up

          { unknown: "The bench does not answer: nobody knows whether it was done" }
        end

        # Whoever asked for a run waits no longer.
        # @return [Hash] begun: whether it had begun
        def give_up(uid) = { begun: @handshake.give_up(uid.to_s) }

        # From any thread, at once.
        # @return [Hash] stands: whether it is known to stand
        def stop_run(given = {})
          @stopper.stop!("stopped by hand", account_id: given[:account_id])
          return { done: false, stands: false, by_hand: true } unless @driver.drives?

          stands = @stopper.wait(STANDS_SECONDS)
          { done: stands, stands: stands }
        end

        private

        def serve
          request = @requests.pop
          return unless request.take

          reply(request, send(request.does, request.given))
        rescue StandardError => e # whoever asks is answered, whatever it was
          reply(request, { refused: e.message })
          raise unless e.is_a?(Drivers::Refused) || e.is_a?(InvalidInput)
        end

        def refuse_all
          until @requests.empty?
            request = @requests.pop
            reply(request, { refused: @said.words || "There is no line to the bench" }) if request.take
          end
        end

        # What was refused once is never begun, whoever asked for it besides.
        def reply(request, answer)
          @handshake.give_up(request.given[:uid]) if request.does == :begin_run && answer[:refused]
          request.answer << answer
        end

        def begin_run(given)
          return { done: @recording.uid } if @recording&.uid == given[:uid] # asked twice

          against = against_beginning(given) and return { refused: against }
          return { refused: "It was stopped before it began" } unless @stopper.release(asked_at: given[:asked_at])

          make_ready(given)
          return give_back(EXPIRED) unless @handshake.begins?(given[:uid], given[:deadline])

          record(given)
          { done: @recording.uid }
        rescue Drivers::Refused => e
          give_back(e.message)
        end

        def give_back(words)
          release_control
          { refused: words }
        end

        # @return [String, nil]
        def against_beginning(given)
          return "A run is going on" if @recording
          return EXPIRED unless @handshake.open?(given[:uid], given[:deadline])
          return "Nothing was read from the bench yet" if @driver.channels.nil?

          question = @driver.question and return "Nobody knows what “#{question}” says: tell what its comma is first"
          elsewhere(given)
        end

        # Another machine than the one that was meant.
        def elsewhere(given)
          if given[:address] && @address && given[:address] != @address
            return "The address of this bench was changed: begin again in a moment"
          end
          return if given[:machine].nil? || given[:machine] == @driver.identity

          "Another machine answers than the one that was meant: #{@driver.identity || 'it does not say which'}"
        end

        def record(given)
          @said.clear(:refused, :trouble)
          @state = "ARMED"
          @trace = Trace.new(last: @trace.last)
          @recording = Recording.new(given, channels: @driver.channels, boot: @driver.boot, folder: @folder,
                                            by_hand: !@driver.drives?)
          @fixture = @recording.fixture
          obey(@recording.begin)
        end

        # From wherever the bench stands: control, at rest, what is to be pulled put in, limits, armed.
        def make_ready(given)
          @driver.lock
          at_rest
          @driver.put_in(given[:specimen]) if given[:specimen]
          @driver.set_limits(**given[:limits])
          @driver.arm
        end

        def at_rest
          @driver.reset
        rescue Drivers::Refused => e
          raise if e.silence? || !e.message.include?(LOADED)

          raise Drivers::Refused.new("The bench is under load: let the load off first", code: e.code)
        end

        # What a stop left under load.
        def let_off(given)
          return { refused: "A run is going on" } if @recording
          return { refused: "It was stopped again" } unless @stopper.release(asked_at: given[:asked_at])

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
