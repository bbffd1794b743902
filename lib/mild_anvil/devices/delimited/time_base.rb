# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # Makes seconds from the file's own way of telling time.
      class TimeBase
        # Seconds since the epoch hold 0.2 microseconds in a double; what a logger stamps is no finer.
        STAMP_DIGITS = 6

        # @param rows [Rows]
        # @param column [Column, nil] the time or sample column
        # @param form [String, nil] "clock" or "stamp"
        # @param interval_seconds [Float, nil] stated by the file or the user, for sample numbers or no time at all
        def initialize(rows:, column:, form:, interval_seconds:)
          @rows = rows
          @column = column
          @form = form
          @interval_seconds = interval_seconds
        end

        # @return [Array<Float>] seconds from the first row, never falling; NaN where a stamp is missing
        # @raise [InvalidInput] where the time runs backwards, with the line
        def seconds
          values = raw
          values = Stamps.unwrap_midnight(values) if @form == "clock"
          forward!(values)
          return values if @form.nil? && @column&.role != "sample"

          first = values.find { |t| !t.nan? } || 0.0
          values.map { |t| (t - first).round(STAMP_DIGITS) }
        end

        private

        def raw
          count = @rows.columns.first.size
          return Array.new(count) { |i| i * @interval_seconds } if @column.nil?

          stamps = @rows.columns[@column.index]
          factor = if @column.role == "sample"
                     @interval_seconds
                   else
                     (@form ? 1.0 : @column.unit.factor)
                   end
          (factor - 1.0).zero? ? stamps : stamps.map { |t| t * factor }
        end

        def forward!(values)
          before = -Float::INFINITY
          index = values.find_index do |t|
            falls = t < before
            before = t unless t.nan?
            falls
          end
          return if index.nil?

          line = @rows.line_of(index)
          earlier = values[0...index].reverse.find { |t| !t.nan? }
          raise InvalidInput.new("Line #{line}: the time runs backwards, from #{format('%g', earlier)} s to #{format('%g', values[index])} s. " \
                                 "Two recordings may stand in one file: split it there, or read only lines #{@rows.line_of(0)} to #{line - 1}", line: line)
        end
      end
    end
  end
end
