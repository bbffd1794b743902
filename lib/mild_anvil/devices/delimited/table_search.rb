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
        # A window without two lines in a row of which so many words are numbers holds no table.
        NUMBERS_SHARE = 0.3
        NUMBER = /\A["'#(\[]?[+\-−]?[.,]?\d[\d.,:'eE+-]*/
        SECONDS = 3.0

        # @param text [Text]
        # @param limit [TimeLimit]
        # @param choices [Hash] delimiter, decimal_mark: as the user chose, or nil
        def initialize(text, units, limit: TimeLimit.new(seconds: SECONDS), **choices)
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
          LayoutSearch.new(lines, @units, spread: @spread, **@choices).call
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
          return unless numbers?(lines[from, Layout::PROBE_LINES])

          found = layout(lines[from, Layout::PROBE_LINES])
          [lines.first(from + Layout::PROBE_LINES), found.moved(from, lines)]
        rescue InvalidInput
          nil
        end

        def numbers?(lines)
          lines.each_cons(2).any? { |pair| pair.all? { |line| mostly_numbers?(line) } }
        end

        def mostly_numbers?(line)
          parts = line.split(/[;,|\s]+/)
          parts.any? && parts.count { |part| NUMBER.match?(part) } >= NUMBERS_SHARE * parts.size
        end
      end
    end
  end
end
