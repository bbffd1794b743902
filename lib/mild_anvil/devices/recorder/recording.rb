# frozen_string_literal: true

require "time"

module MildAnvil
  module Devices
    module Recorder
      # One run being recorded: its journal, and its procedure judged as it goes.
      class Recording
        GIVE_UP_SECONDS = 60.0 # without a line
        LETTING_OFF_SECONDS = 30.0 # at most

        attr_reader :uid, :began

        # @param given [Hash] uid, procedure, resolution, reach_metres, and what else the journal is to remember
        # @param channels [Array<Drivers::Channel>]
        def initialize(given, channels:, boot:, folder:)
          @uid = given.fetch(:uid)
          @procedure = Core::Pull::Procedure.new(given.fetch(:procedure),
                                                 loads: given[:loads].to_h.transform_keys(&:to_s))
          @run = Core::Pull::Run.new(@procedure, resolution: given[:resolution] || 0.0,
                                                 reach_metres: given[:reach_metres] || 0.5)
          header = { uid: @uid, boot: boot, channels: channels.map(&:to_h), begun_at: Time.now.utc.iso8601(3),
                     **given.except(:limits) }
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
          force = item.values.first
          @peak = [@peak, force].max
          @run.tick(reading(item.seconds, force, state))
        end

        # @param item [Drivers::Event]
        # @return [Array<Array>] commands
        def event(item)
          @broke ||= item.word == "BREAK"
          return unless item.word.start_with?("STATE ")

          @run.tick(reading(item.seconds, @newest || 0.0,
                            item.word.delete_prefix("STATE ")))
        end

        def zeroed(offset)
          note(kind: "zero", words: "zero taken", offset_newtons: offset)
          @run.zeroed(offset)
        end

        def inspected(points)
          note(kind: "inspected", points: points)
          @run.inspected(points.transform_keys(&:to_s))
        end

        def stop
          note(kind: "stop", words: "stopped by hand")
          @run.stop
        end

        def refused(words)
          note(kind: "refused", words: words)
          @run.stop(words)
        end

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
                          proof_passed: @run.proof_passed?, outcomes: outcomes, began_seconds: @began }])
          @journal.close
        end

        # @return [Hash]
        def shown
          { uid: @uid, at: @run.at, outcomes: outcomes, peak: @peak, elapsed: @last ? @last - @began : 0.0,
            left: @run.left, ended: @run.ended, notes: @notes.last(20), points: @run.step&.points }
        end

        private

        def clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        def outcomes = @run.outcomes.map(&:to_h)

        def reading(seconds, force, state)
          @newest = force
          @state = state
          Core::Pull::Run::Reading.new(seconds: seconds, newtons: force, state: state, broke: @broke)
        end
      end
    end
  end
end
