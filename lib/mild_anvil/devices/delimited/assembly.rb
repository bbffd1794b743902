# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # Puts the columns of a file together as a recording in SI; rows without a time or a force are left out and said.
      class Assembly
        # @param rows [Rows]
        # @param columns [Array<Column>]
        # @param seconds [String] packed
        # @param warnings [Array<String>] added to
        # @param skip_bad_rows [Boolean, nil] the user's leave to pass over any number of bad rows
        def initialize(rows:, columns:, seconds:, warnings:, skip_bad_rows:, loaded_before: 0.0, timed: true)
          @timed = timed
          @loaded_before = loaded_before
          @rows = rows
          @columns = columns
          @seconds = seconds
          @warnings = warnings
          @skip_bad_rows = skip_bad_rows
        end

        # @return [Core::Curve::Recording]
        # @raise [InvalidInput]
        LONGEST_NAME = 120
        TRAVELS = %w[displacement angle].freeze

        def recording
          keep = kept
          complain(keep)
          enough!(keep ? keep.size : @rows.count)
          channels = @columns.select { |c| Column::MEASURED.include?(c.role) }.map { |c| channel(c, keep) }
          flat!(channels)
          Core::Curve::Recording.new(time_axis: Core::Curve::TimeAxis.from(pick(@seconds, keep)),
                                     channels: channels, loaded_before_seconds: @loaded_before,
                                     timed: @timed).freeze
        end

        private

        def main = @columns.find(&:main)
        def force = @rows.columns[main.index]

        # @return [Array<Integer>, nil] rows to keep; nil for all of them
        def kept
          return if [force, @seconds].all? { |packed| Core::Packed.survey(packed).missing.zero? }

          forces, times = [force, @seconds].map { |packed| Core::Packed.unpack(packed) }
          forces.each_index.reject { |i| forces[i].nan? || times[i].nan? }
        end

        def pick(packed, keep) = keep ? Core::Packed.pack(Core::Packed.unpack(packed).values_at(*keep)) : packed

        def channel(column, keep)
          packed = pick(@rows.columns[column.index], keep)
          Core::Curve::Channel.new(name: column.title[0, LONGEST_NAME], role: column.role, unit: column.unit,
                                   sign: column.sign, packed: packed, main: column.main || false)
        end

        def complain(keep)
          left_out = keep ? [*0...@rows.count] - keep : []
          cut = @rows.problems.select { |p| p.kind == :fields }
          bad = left_out.size + cut.size
          return if bad.zero?

          lines = [*left_out.map { |row| @rows.line_of(row) }, *cut.map(&:line)].uniq.sort
          where = listed(lines)
          words = complaint(left_out.size, cut.size)
          good = @rows.count - left_out.size
          refuse(words, where, good, lines.first) if too_many?(bad, good)

          @warnings << "#{words} and #{bad == 1 ? 'was' : 'were'} skipped: line#{'s' if bad > 1} #{where}. #{good} " \
                       "rows were read."
        end

        def too_many?(bad, good) = !@skip_bad_rows && bad > 2 && bad > (good + bad) * FileReader::DEFECTS_SHARE

        def listed(lines)
          more = lines.size > FileReader::LISTED ? " and more" : ""
          "#{lines.first(FileReader::LISTED).join(', ')}#{more}"
        end

        def complaint(missing, cut)
          [("#{missing} #{missing == 1 ? 'row has' : 'rows have'} no #{main.role}" if missing.positive?),
           (if cut.positive?
              "#{cut} #{cut == 1 ? 'row has' : 'rows have'} too few or too many fields"
            end)].compact.join(" and ")
        end

        def refuse(words, where, good, line)
          raise InvalidInput.new(
            "#{words} (lines #{where}). #{good} rows were read and nothing was saved. Choose another column, or skip " \
            "such rows", line: line
          )
        end

        def enough!(count)
          return if count >= FileReader::FEWEST_ROWS

          raise InvalidInput.new(
            "Only #{count} #{count == 1 ? 'row has' : 'rows have'} a force: a curve needs at least " \
            "#{FileReader::FEWEST_ROWS}. Export the whole recording", rows: count
          )
        end

        # One force throughout is a weight that hangs, if something else moves.
        def flat!(channels)
          channel = channels.find(&:main)
          survey = Core::Packed.survey(channel.packed)
          return unless (survey.highest - survey.lowest).zero?
          return if !survey.highest.zero? && channels.any? { |other| TRAVELS.include?(other.role) && moves?(other) }

          value = survey.highest.zero? ? "zero" : "the same"
          raise InvalidInput.new(
            "Every force of this file is #{value}: the cell was not connected, or this is another channel. Choose " \
            "another column", rows: channel.size
          )
        end

        def moves?(channel) = Core::Packed.survey(channel.packed).then { |survey| survey.highest > survey.lowest }
      end
    end
  end
end
