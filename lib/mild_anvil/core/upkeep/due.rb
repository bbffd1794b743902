# frozen_string_literal: true

module MildAnvil
  module Core
    module Upkeep
      # When must something be examined again, or retired?
      class Due
        SOON_DAYS = 30
        SOON_SHARE = 0.9 # of the uses

        # months, uses: nil where the rule counts none
        Rule = Struct.new(:months, :uses, :after_overload, :retires, :since, keyword_init: true)
        # done_on: Date; result: passed, failed or retired
        Record = Struct.new(:done_on, :result, keyword_init: true)

        # state: ok, soon, due, failed or retired; on: Date; left: uses; words
        Found = Struct.new(:state, :on, :left, :words, keyword_init: true)

        # @param rule [Rule]; @param records [Array<Record>] in order
        # @param uses [Integer] since the last one that passed, or since the rule
        # @param overloaded_on [Date, nil] the last time
        def initialize(rule, records, uses: 0, overloaded_on: nil)
          @rule = rule
          @records = records
          @uses = uses
          @overloaded_on = overloaded_on
        end

        # @return [Found]
        def on(today)
          if @records.last&.result == "retired"
            return Found.new(state: "retired",
                             words: "retired on #{day(@records.last.done_on)}")
          end
          return Found.new(state: "failed", words: "failed on #{day(@records.last.done_on)}: not to be used") if failed?
          if overloaded?
            return Found.new(state: "due", on: @overloaded_on,
                             words: "overloaded on #{day(@overloaded_on)}")
          end

          worst([by_date(today), by_uses].compact) || Found.new(state: "ok", words: "after an overload")
        end

        # @return [Date, nil] for a calendar
        def date = @rule.months && (from >> @rule.months)

        private

        ORDER = %w[ok soon due].freeze
        private_constant :ORDER

        def day(date) = date.strftime("%-d %B %Y")
        def passed = @records.reverse.find { |r| r.result == "passed" }
        def failed? = @records.last&.result == "failed"

        # A thing that is to be retired is as old as it is: no examination makes it younger.
        def from = @rule.retires ? @rule.since : passed&.done_on || @rule.since

        def overloaded?
          @rule.after_overload && @overloaded_on && @overloaded_on >= from && (passed.nil? ||
            passed.done_on < @overloaded_on)
        end

        def worst(found) = found.max_by { |f| ORDER.index(f.state) }

        def by_date(today)
          on = date or return
          left = (on - today).to_i
          unless left.positive?
            return Found.new(state: "due", on: on,
                             words: left.zero? ? "due today" : "overdue since #{day(on)}")
          end

          Found.new(state: left <= SOON_DAYS ? "soon" : "ok", on: on, words: "due on #{day(on)}")
        end

        def by_uses
          limit = @rule.uses or return
          left = limit - @uses
          return Found.new(state: "due", left: 0, words: "#{@uses} uses of #{limit}") unless left.positive?

          Found.new(state: @uses >= limit * SOON_SHARE ? "soon" : "ok", left: left,
                    words: "#{left} of #{limit} uses left")
        end
      end
    end
  end
end
