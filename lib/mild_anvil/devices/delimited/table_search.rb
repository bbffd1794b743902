# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # Where the table begins: in the first lines, or below a preamble of thousands, which is gone through window by
      # window, each looked at once and half of the next.
      class TableSearch
        SPREAD_LINES = 100 # looked at all over the file
        DEEPEST_LINES = 40_000
        DEEPEST_BYTES = 8 * 1024 * 1024
        STEP = Layout::PROBE_LINES / 2

        # @param text [Text]
        # @param limit [TimeLimit]
        # @param choices [Hash] delimiter, decimal_mark: as the user chose, or nil
        def initialize(text, units, limit: TimeLimit.new, **choices)
          @limit = limit
          @text = text
          @units = units
          @choices = choices
        end

        # @return [Array(Array<String>, Layout)] the lines from the first one on in which the table was found
        # @raise [InvalidInput] when no line is a row of numbers
        def call
          lines = @text.lines(Layout::PROBE_LINES)
          [lines, layout(lines)]
        rescue InvalidInput
          deeper or raise
        end

        private

        def layout(lines)
          @spread ||= @text.spread(SPREAD_LINES)
          Layout.detect(lines, @units, spread: @spread, **@choices)
        end

        def deeper
          lines = @text.lines(DEEPEST_LINES, head_bytes: DEEPEST_BYTES)
          STEP.step(lines.size - 1, STEP) do |from|
            @limit.look!("the search for its table")
            found = in_window(lines, from) and return found
          end
          nil
        end

        def in_window(lines, from)
          found = layout(lines[from, Layout::PROBE_LINES])
          [lines.first(from + Layout::PROBE_LINES), found.moved(from, lines)]
        rescue InvalidInput
          nil
        end
      end
    end
  end
end
