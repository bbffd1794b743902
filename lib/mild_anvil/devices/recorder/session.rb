# frozen_string_literal: true

require "time"
require "timeout"

module MildAnvil
  module Devices
    module Recorder
      # One bench: keeps the line to it, runs what it is told to run, and writes every sample down before anything else.
      # All of it happens in one thread; others put requests and wait for their answer. Stop alone goes another way.
      class Session
        POLL_SECONDS = 0.02
        AGAIN_SECONDS = 1.0
        AT_ONCE_SECONDS = 0.1 # again, while a pull goes on
        AFTER_SECONDS = 0.5 # recorded on after the end
        BLANK_SECONDS = 2.0 # a reading older than that is none

        include Requests
        include Ending
        include Reconnecting

        attr_reader :name, :recording, :address, :comma

        # @param driver [Drivers::TcpBench]; @param folder [String] of journals
        # @param finished [Proc] called with the path of every journal that was ended
        # @param address [String, nil] as the register has it; @param comma [String, nil] see Address.driver
        def initialize(name, driver, folder:, finished:, address: nil, comma: nil)
          @name = name
          @driver = driver
          @address = address
          @comma = comma
          @folder = folder
          @finished = finished
          @requests = Queue.new
          @stopping = false
          @trace = Trace.new
          @newest = @read_at = nil
          @rate = Rate.new
          @said = Said.new
          @fixture = Core::Pull::Fixture.new
          @handshake = Handshake.new
          @stopper = Stopper.new(driver) { moving? && !@recording.nil? }
        end

        def start
          @stopper.start
          @thread = Thread.new { round until @stopping }
        end

        def connected? = @driver.connected?

        def stop
          @stopping = true
          @thread&.join
          @stopper.end
          @driver.close
        end

        # What a screen shows.
        # @param after [Integer] number of the last point of the trace it has
        # @return [Hash]
        def shown(after)
          age = @read_at && (now - @read_at)
          known = !age.nil? && age <= BLANK_SECONDS
          { connected: @driver.connected?, state: @driver.state, moving: moving?, said: @said.words,
            newtons: known ? @newest : nil, age_seconds: age&.round(3), stop: @stopper.shown,
            role: @fixture.role, ratio: @fixture.ratio, rate: known ? @rate.value : nil,
            points: @trace.after(after), run: @recording&.shown, channels: @driver.channels.to_a.map(&:to_h),
            machine: @driver.identity, question: @driver.question, odd_line: @driver.odd_line,
            garbage: @driver.garbage, missing: @driver.missing,
            sent_at: Process.clock_gettime(Process::CLOCK_REALTIME).round(3) }
        end

        private

        def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

        # @return [Boolean, nil] nil: nobody knows
        def moving?
          return !@recording.nil? unless @driver.drives?

          state = @driver.state
          state && Stopper::MOVES.include?(state)
        end

        def round
          return connect unless @driver.connected?

          serve until @requests.empty?
          take(@driver.poll(POLL_SECONDS))
          heed_stop
          keep_awake
          finish if over?
        rescue EOFError
          @said.say(:line, "The line to the bench is lost")
        rescue Drivers::Refused => e
          @said.say(:refused, e.message)
        rescue SystemCallError => e
          broken_disk(e)
        rescue StandardError => e # whatever it was, the bench is not left alone
          in_trouble(e)
        end

        def in_trouble(error)
          @said.say(:trouble, "The recorder is in trouble: #{error.message}")
          warn "#{Time.now.utc.iso8601} #{name}: #{error.full_message(highlight: false)}"
        end

        # A journal that cannot be written is no record: the bench stands still.
        def broken_disk(error)
          @said.say(:disk, "Nothing can be written: #{error.message}")
          return if @recording.nil?

          @stopper.stop!("nothing can be written")
          @stopper.wait(AFTER_SECONDS)
          finish
        end

        def take(items)
          return if items.empty?

          at = items.index { |item| item.is_a?(Drivers::Event) && item.word == Drivers::Intake::RESTART }
          return take_both(items[0...at], items.drop(at + 1)) if at

          @recording&.keep(items)
          @said.clear(:silence)
          items.each { |item| item.is_a?(Drivers::Sample) ? sample(item) : event(item) }
        end

        # Before and after the bench was switched on again.
        def take_both(before, after)
          take(before)
          forget
          finish(interrupted: "the bench was switched off and on") if @recording
          take(after)
        end

        # Nothing of before a restart is shown as if it were of now.
        def forget
          @newest = @read_at = @state = nil
          @rate = Rate.new
        end

        # The state that belongs to a sample is that of the events before it, not the newest one.
        def event(item)
          @state = item.word.delete_prefix("STATE ") if item.word.start_with?("STATE ")
          obey(@recording&.event(item))
        end

        def sample(item)
          values = @recording ? @recording.netted(item) : item.values
          load = @fixture.load(values, @driver.channels.map(&:role))
          note_stillness(item)
          obey(@recording.sample(item, @state)) if @recording
          return if load.nil?

          @newest = load
          @read_at = now
          @rate.add(item.seconds, load)
          @trace.add(item.seconds - @recording.began, load) if @recording
        end

        def note_stillness(item)
          force, travel = %w[force displacement].map { |role| @driver.channels.index { |one| one.role == role } }
          @stopper.stillness.note(item.seconds, force && item.values[force], travel && item.values[travel])
        end

        def take_zero
          offset = @driver.zero(@recording.counting)
          obey(@recording.zeroed(offset, @driver.next_number))
        end

        # @param commands [Array<Array>, nil] of the run
        def obey(commands)
          commands.to_a.filter_map { |command| @recording&.for_bench(command) }.each do |name, *rest|
            case name
            when :zero then take_zero
            when :stop then @stopper.stop!(@recording&.why || "stopped by the recorder")
            else @driver.public_send(name, *rest)
            end
          rescue Drivers::Refused => e
            refused(e.message)
          end
        end

        # What it will not do ends the pull, and nobody knows how far it did it.
        def refused(words)
          @recording&.refused(words) unless @stopper.wanted?
          @said.say(:refused, words) unless @stopper.wanted?
          @stopper.stop!(words)
        end
      end
    end
  end
end
