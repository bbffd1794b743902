# frozen_string_literal: true

require "time"
require "timeout"

module MildAnvil
  module Devices
    module Recorder
      # One bench: keeps the line to it, runs what it is told to run, and writes every sample down before anything else.
      # All of it happens in one thread; others put requests and wait for their answer.
      class Session
        POLL_SECONDS = 0.02
        AGAIN_SECONDS = 1.0
        STATUS_SECONDS = 0.4 # keeps the watchdog of the bench quiet
        AFTER_SECONDS = 0.5 # recorded on after the end
        REQUEST_SECONDS = 8.0
        # What is asked, and where the answer goes
        Request = Struct.new(:does, :given, :answer)

        include Requests

        attr_reader :name, :recording

        # @param driver [Drivers::TcpBench]; @param folder [String] of journals
        # @param finished [Proc] called with the path of every journal that was ended
        def initialize(name, driver, folder:, finished:)
          @name = name
          @driver = driver
          @folder = folder
          @finished = finished
          @requests = Queue.new
          @stopping = false
          @trace = Trace.new
          @newest = nil
          @rate = Rate.new
          @said = nil
          @fixture = Core::Pull::Fixture.new
        end

        def start = @thread = Thread.new { round until @stopping }

        def stop
          @stopping = true
          @thread&.join
        end

        # @return [Hash] the answer: {done: …} or {refused: words}
        def ask(does, given = {})
          answer = Queue.new
          @requests << Request.new(does, given, answer)
          Timeout.timeout(REQUEST_SECONDS) { answer.pop }
        rescue Timeout::Error
          { refused: "the bench does not answer" }
        end

        # What a screen shows.
        # @param after [Integer] number of the last point of the trace it has
        # @return [Hash]
        def shown(after)
          { connected: @driver.connected?, state: @driver.state, said: @said, newtons: @newest,
            role: @fixture.role, ratio: @fixture.ratio, rate: @rate.value,
            points: @trace.after(after), run: @recording&.shown, channels: @driver.channels.to_a.map(&:to_h),
            garbage: @driver.garbage, missing: @driver.missing }
        end

        private

        def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

        def round
          return connect unless @driver.connected?

          serve until @requests.empty?
          take(@driver.poll(POLL_SECONDS))
          keep_awake
          finish if @recording&.over?(AFTER_SECONDS)
        rescue EOFError
          @said = "The line to the bench is lost"
        rescue Drivers::TcpBench::Refused => e
          @said = e.message
        rescue SystemCallError => e
          broken_disk(e)
        rescue StandardError => e # whatever it was, the bench is not left alone
          @said = "The recorder is in trouble: #{e.message}"
          warn "#{Time.now.utc.iso8601} #{name}: #{e.full_message(highlight: false)}"
        end

        # A journal that cannot be written is no record: the bench stands still.
        def broken_disk(error)
          @said = "Nothing can be written: #{error.message}"
          return if @recording.nil?

          @driver.stop
          finish
        rescue Drivers::TcpBench::Refused
          nil
        end

        def connect
          refuse_all
          met = @driver.open
          @said = nil
          finish(interrupted: "the bench was switched off and on") if met == :rebooted && @recording
        rescue SystemCallError, EOFError, Drivers::TcpBench::Refused => e
          @said = "No bench answers: #{e.message}"
          finish(interrupted: "the line was lost") if @recording&.given_up?
          sleep AGAIN_SECONDS unless @stopping
        end

        def refuse_all
          @requests.pop.answer << { refused: @said || "There is no line to the bench" } until @requests.empty?
        end

        def take(items)
          return if items.empty?

          at = items.index { |item| item.is_a?(Drivers::Event) && item.word == Drivers::Intake::RESTART }
          return take_both(items[0...at], items.drop(at + 1)) if at

          @recording&.keep(items)
          items.each { |item| item.is_a?(Drivers::Sample) ? sample(item) : event(item) }
        end

        # Before and after the bench was switched on again.
        def take_both(before, after)
          take(before)
          finish(interrupted: "the bench was switched off and on") if @recording
          take(after)
        end

        # The state that belongs to a sample is that of the events before it, not the newest one.
        def event(item)
          @state = item.word.delete_prefix("STATE ") if item.word.start_with?("STATE ")
          obey(@recording&.event(item))
        end

        def sample(item)
          load = @fixture.load(@recording ? @recording.netted(item) : item.values, @driver.channels.map(&:role))
          obey(@recording.sample(item, @state)) if @recording
          return if load.nil?

          @newest = load
          @rate.add(item.seconds, load)
          @trace.add(item.seconds - @recording.began, load) if @recording
        end

        def take_zero
          offset = @driver.zero(@recording.counting)
          obey(@recording.zeroed(offset, @driver.next_number))
        end

        # @param commands [Array<Array>, nil] of the run
        def obey(commands)
          commands.to_a.filter_map { |command| @recording&.for_bench(command) }.each do |name, *rest|
            name == :zero ? take_zero : @driver.public_send(name, *rest)
          rescue Drivers::TcpBench::Refused => e
            @said = e.message
            @recording&.refused(e.message)
          end
        end

        def keep_awake
          return if now - (@woken ||= 0.0) < STATUS_SECONDS

          @woken = now
          @driver.status
        end

        def serve
          request = @requests.pop
          request.answer << send(request.does, request.given)
        rescue StandardError => e # whoever asks is answered, whatever it was
          request.answer << { refused: e.message }
          raise unless e.is_a?(Drivers::TcpBench::Refused) || e.is_a?(InvalidInput)
        end

        def finish(interrupted: nil)
          recording = @recording
          @recording = nil
          ended(recording, interrupted)
          release_control
          @finished.call(recording.path)
        end

        # A journal that cannot be written any more is one that was cut off.
        def ended(recording, interrupted)
          recording.finish(interrupted: interrupted)
        rescue SystemCallError => e
          @said = "Nothing can be written: #{e.message}"
        end

        # Unarmed where nothing hangs; under load it stays as it stands.
        def release_control
          %i[disarm give_back].each do |done|
            @driver.public_send(done) if @driver.connected?
          rescue Drivers::TcpBench::Refused
            next
          end
        end
      end
    end
  end
end
