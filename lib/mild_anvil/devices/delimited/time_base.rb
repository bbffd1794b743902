# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # Makes seconds from the file's own way of telling time.
      class TimeBase
        # Seconds since the epoch hold 0.2 microseconds in a double; what a logger stamps is no finer.
        STAMP_DIGITS = 6
        # Stamps of which more than this share repeat the one before are coarser than the sampling.
        COARSE_SHARE = 0.2

        # @param rows [Rows]
        # @param column [Column, nil] the time or sample column; rows holds it in seconds
        # @param form [String, nil] "clock" or "stamp"
        # @param interval_seconds [Float, nil] stated by the file or the user, where there is no time at all
        # @param warnings [Array<String>] added to
        # @param first [Float] of the first row, where there is no time: readings without one count from 1
        def initialize(rows:, column:, form:, interval_seconds:, warnings:, first: 0.0)
          @first = first
          @rows = rows
          @column = column
          @form = form
          @interval_seconds = interval_seconds
          @warnings = warnings
        end

        # An hour that the clock jumped by, if it did.
        # @return [ClockJump, nil]
        def clock_jump
          return unless %w[clock stamp].include?(@form)
          return @clock_jump if defined?(@clock_jump)

          stamps = Core::Packed.unpack(@rows.columns[@column.index]) if @form == "stamp"
          @clock_jump = ClockJump.find(Core::Packed.unpack(counted), stamps: stamps)
        end

        # @param clock_changed [Boolean] whether that hour was none
        # @return [String] packed seconds, never falling; NaN where a stamp is missing
        # @raise [InvalidInput] where the time runs backwards, with the line
        def seconds(clock_changed: false)
          return Core::Packed.pack(Array.new(@rows.count) { |i| @first + (i * @interval_seconds) }) if @column.nil?

          packed = clock_changed && clock_jump ? clock_jump.mended(counted) : counted
          survey = Core::Packed.survey(packed)
          backwards!(Core::Packed.unpack(packed)) if survey.smallest_step.negative?
          stands_still! unless survey.highest > survey.lowest
          survey.smallest_step.zero? ? spread_evenly(packed, survey) : packed
        end

        private

        def counted
          packed = @rows.columns[@column.index]
          @counted ||= @form || @column.role == "sample" ? from_first(packed) : packed
        end

        # Clock times and stamps count from the first row.
        def from_first(packed)
          values = Core::Packed.unpack(packed)
          values = Stamps.unwrap_midnight(values) if @form == "clock"
          first = values.find { |t| !t.nan? } || 0.0
          Core::Packed.pack(values.map { |t| @form ? (t - first).round(STAMP_DIGITS) : t - first })
        end

        # Many samples under one stamp: the stamps are coarser than the sampling, and nothing else is known of the time
        # between.
        def spread_evenly(packed, survey)
          return packed if survey.missing.positive?

          values = Core::Packed.unpack(packed)
          repeats = values.each_cons(2).count { |a, b| b <= a }
          return packed if repeats < COARSE_SHARE * values.size

          quantum = values.each_cons(2).filter_map { |a, b| b - a if b > a }.min
          return packed if survey.off_grid > 2 * quantum

          interval = (values.last - values.first) / (values.size - 1)
          @warnings << "#{repeats} stamps repeat the one before: they are coarser than the sampling, so the rows " \
"were spaced evenly, #{format(
  '%.4g', interval
)} s apart."
          Core::Packed.pack(Array.new(values.size) { |i| values.first + (i * interval) })
        end

        def stands_still!
          raise InvalidInput, "The time never advances: every row has the same. Choose another column for it, or " \
                              "none and a sampling rate"
        end

        def backwards!(values)
          before = -Float::INFINITY
          index = values.find_index do |t|
            falls = t < before
            before = t unless t.nan?
            falls
          end
          line = @rows.line_of(index)
          earlier = values[0...index].reverse.find { |t| !t.nan? }
          raise InvalidInput.new("Line #{line}: the time runs backwards, from #{format('%g', earlier)} s to " \
                                 "#{format('%g', values[index])} s. " \
                                 "Two recordings may stand in one file: split it there, or read only lines " \
                                 "#{@rows.line_of(0)} to #{line - 1}", line: line)
        end
      end
    end
  end
end
