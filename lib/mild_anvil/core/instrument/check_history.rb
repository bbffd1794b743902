# frozen_string_literal: true

module MildAnvil
  module Core
    module Instrument
      # What the checks and overloads of an instrument say about a reading it gave at some time.
      class CheckHistory
        # at: Time; passed: Boolean; good_until: Time or nil; reference: what the caller calls it
        Check = Struct.new(:at, :passed, :good_until, :reference, keyword_init: true)
        Overload = Struct.new(:at, :newtons, keyword_init: true)
        # state: see STATES; check: the good one it rests on; cause: Check or Overload that speaks against it, or nil
        Standing = Struct.new(:state, :check, :cause, keyword_init: true) do
          def trusted? = %i[good confirmed due].include?(state)
        end
        # good: by a check that was good then. confirmed: there was none, it had run out, or an overload lay between;
        # the next check passed. due: good then, run out since, and no check after. lapsed: run out when it was read.
        # failed: the last check before failed, or the next one after. overloaded: since the last good check. never.
        STATES = %i[good confirmed due lapsed failed overloaded never].freeze

        # @param checks [Array<Check>]; @param overloads [Array<Overload>] in any order
        def initialize(checks, overloads = [])
          @checks = checks.sort_by(&:at).freeze
          @newest_first = @checks.reverse.freeze
          @overloads = overloads.sort_by(&:at)
        end

        # @param time [Time] when something was read
        # @param now [Time, nil] nil: only what happened counts, and not that time has passed since
        # @return [Standing]
        def at(time, now: nil)
          following = @checks.bsearch { |check| check.at > time }
          before = @newest_first.bsearch { |check| check.at <= time }
          failed = [following, before].compact.find { |check| !check.passed }
          return standing(:failed, last_good(time), failed) if failed

          cause = against(before, time)
          return standing(run_out?(before, following, now) ? :due : :good, before, nil) if cause == :nothing
          return standing(:confirmed, following, cause) if following

          standing(cause.is_a?(Overload) ? :overloaded : cause, before, cause)
        end

        # @return [Check, nil] the last good one at or before a time: what was read since is in question when one fails
        def last_good(time) = @newest_first.find { |check| check.passed && check.at <= time }

        # @return [Check, nil] the newest
        def last = @checks.last

        private

        # What speaks against a reading that had a good check before, or none: :never, :lapsed, an Overload, :nothing.
        def against(before, time)
          return :never if before.nil?

          @overloads.find { |o| o.at > before.at && o.at <= time } ||
            (before.good_until && time > before.good_until ? :lapsed : :nothing)
        end

        def run_out?(before, following, now)
          now && following.nil? && before.good_until && now > before.good_until
        end

        def standing(state, check, cause)
          Standing.new(state: state, check: check, cause: cause.is_a?(Symbol) ? nil : cause).freeze
        end
      end
    end
  end
end
