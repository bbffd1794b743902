# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # What a file was understood to be. recording is nil as long as a question is open.
      Reading = Struct.new(:name, :text, :layout, :columns, :row_count, :rows_left_out, :warnings, :questions,
                           :recording,
                           :interval_seconds, :signature, :timed, keyword_init: true) do
        def ready? = questions.empty? && !recording.nil?

        # @return [Float, nil] nil where it is not read yet, or has no times
        def duration_seconds
          axis = recording&.time_axis
          axis.end_seconds - axis.start_seconds if axis && timed
        end

        # @return [Hash] plain values: the preview
        def to_h
          { name: name, encoding: text.encoding, byte_mark: text.bom, newline: text.newline,
            delimiter: layout.delimiter,
            delimiter_name: Layout::NAMES.fetch(layout.delimiter), decimal_mark: layout.style.decimal_mark,
            thousands: layout.style.thousands,
            header_line: layout.header_line, unit_line: layout.unit_line, data_first_line: layout.data_first_line,
            preamble: layout.preamble.first(20),
            columns: columns.map(&:to_h), rows: row_count, rows_left_out: rows_left_out,
            timed: timed, interval_seconds: (interval_seconds if timed),
            loaded_before_seconds: recording&.loaded_before_seconds || 0.0,
            duration_seconds: duration_seconds,
            warnings: warnings, questions: questions, ready: ready?, signature: signature }
        end
      end
    end
  end
end
