# frozen_string_literal: true

require "time"

module MildAnvil
  module Devices
    module Recorder
      # One run being recorded: its journal, and its procedure judged as it goes.
      class Recording
        GIVE_UP_SECONDS = 60.0 # without a line
        LETTING_OFF_SECONDS = 30.0 # at most

        attr_reader :uid, :began, :fixture, :why

        # @param given [Hash] uid, procedure, resolution, reach_metres, and what else the journal is to remember
        # @param channels [Array<Drivers::Channel>]; @param by_hand [Boolean] nothing can be told to move
        def initialize(given, channels:, boot:, folder:, by_hand: false)
          @uid = given.fetch(:uid)
          @given = given.slice(:run_id, :lot_id)
          @procedure = Core::Pull::Procedure.new(given.fetch(:procedure),
                                                 loads: given[:loads].to_h.transform_keys(&:to_s))
          @fixture = Core::Pull::Fixture.new(**given[:fixture].to_h)
          @roles = channels.map(&:role)
          step = @fixture.step(given[:resolution] || 0.0)
          @by_hand = Core::Pull::ByHand.new(step) if by_hand
          @run = Core::Pull::Run.new(@procedure, resolution: step, reach_metres: given[:reach_metres] || 0.5)
          header = { uid: @uid, boot: boot, channels: channels.map(&:to_h), begun_at: Time.now.utc.iso8601(3),
                     **given.except(:limits, :asked_at, :deadline) }
          @journal = Journal.begin(File.join(folder, "#{@uid}.journal"), header)
          @began = 0.0
          @seen = clock
          @broke = false
          @peak = 0.0
          @notes = []
        end

        def begin = @run.begin

        # Before anything else.
        def keep(items)
          @seen = clock
          @journal.add(items)
        end

        # @return [Array<Array>] commands
        def sample(item, state)
          @began = item.seconds if @first.nil?
          @first ||= item.seconds
          @last = item.seconds
          values = netted(item)
          load = @fixture.load(values, @roles)
          @peak = [@peak, load].max if load
          state = @by_hand.read(load) if @by_hand && load
          @run.tick(reading(item.seconds, load, state, travel(values))).tap do
            @why ||= @run.outcomes[@run.at]&.words if ended?
          end
        end

        # What the bench is to do for a command of the run.
        # @return [Array, nil] nil where a person does it
        def for_bench(command)
          return @fixture.command(command) if @by_hand.nil?

          @by_hand.told(command)
          command if command.first == :zero
        end

        # What the person at the pump is to do now.
        # @return [String, nil]
        def asked = @by_hand&.asked&.to_s

        # @param item [Drivers::Event]
        # @return [Array<Array>] commands
        def event(item)
          @broke ||= item.word == "BREAK"
          @cause = Core::Pull::BenchEvent.words(item.word, @roles) if Core::Pull::BenchEvent.ends?(item.word)
          return overloaded if item.word == "OVERLOAD #{@roles.index('force') || 0}"
          return unless item.word.start_with?("STATE ")

          @run.tick(reading(item.seconds, @newest || 0.0, item.word.delete_prefix("STATE "), @metres))
        end

        # @return [Integer] index of the channel that counts
        def counting = @roles.index(@fixture.role) || @roles.index("force") || 0

        # What was measured before the zero was in force is netted by it here too: the record has one zero.
        # @param offset [Float] that the bench takes off; @param from_number [Integer] of the first sample without it
        def zeroed(offset, from_number)
          @zero ||= [from_number, offset]
          @peak = 0.0
          note(kind: "zero", words: "zero taken", offset: offset, from_number: from_number, channel: counting)
          @run.zeroed(offset)
        end

        # @return [Array<Float, nil>] values of a sample, net of the zero
        def netted(item)
          return item.values if @zero.nil? || item.number >= @zero.first

          item.values.each_with_index.map { |value, i| i == counting && value ? value - @zero.last : value }
        end

        def inspected(points)
          note(kind: "inspected", points: points)
          @run.inspected(points.transform_keys(&:to_s))
        end

        # @param given [Hash{String => Hash}] text, unit, si
        def measured(given)
          commands = @run.measured(given)
          note(kind: "measured", given: given)
          commands
        end

        # Somebody stopped it, or something that is no fault of the piece.
        def stop(words, account_id: nil)
          return if ended?

          note(kind: "stop", words: words, **{ account_id: account_id }.compact)
          @run.stop(words)
        end

        def refused(words)
          return if ended?

          note(kind: "refused", words: words)
          @run.stop(words)
        end

        def ended? = !@run.ended.nil?

        # @param note [Hash] kind, words; time-stamped by the bench's clock
        def note(**note)
          made = { **note, seconds: @last ? @last - @began : 0.0 }
          @notes << made
          @journal.add([made])
        end

        # Also while the load still goes off.
        def over?(after)
          return false unless @run.ended

          @ended_at ||= clock
          since = clock - @ended_at
          since >= (@state == "RELEASE" ? LETTING_OFF_SECONDS : after)
        end

        def given_up? = clock - @seen > GIVE_UP_SECONDS

        def path = @journal.path

        def finish(interrupted: nil)
          @run.stop(interrupted) if interrupted
          @journal.add([{ kind: "end", ended: interrupted ? "interrupted" : @run.ended, words: interrupted,
                          proof_passed: @run.proof_passed?, proof: @run.proof_state, outcomes: outcomes,
                          began_seconds: @began,
                          results: @run.results }])
          @journal.close
        end

        # @return [Hash]
        def shown
          { uid: @uid, **@given, at: @run.at, outcomes: outcomes, peak: @peak, elapsed: @last ? @last - @began : 0.0,
            left: @run.left, ended: @run.ended, notes: @notes.last(20), points: @run.step&.points,
            figures: @run.step&.figures&.map(&:to_h), asked: asked }
        end

        private

        def clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        def outcomes = @run.outcomes.map(&:to_h)

        def travel(values)
          at = @roles.index("displacement")
          @metres = at && values[at]
        end

        # What a cell reads at its end is no reading.
        def overloaded
          return [] if @run.ended

          note(kind: "event", words: "the cell is overloaded")
          @why = "the cell was overloaded"
          @run.stop(@why)
          [[:stop]]
        end

        def reading(seconds, load, state, metres)
          @newest = load || @newest
          @state = state
          Core::Pull::Run::Reading.new(seconds: seconds, newtons: load, metres: metres, state: state, broke: @broke,
                                       cause: @cause)
        end
      end
    end
  end
end
