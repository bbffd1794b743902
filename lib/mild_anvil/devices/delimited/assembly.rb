# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # Puts the columns of a file together as a recording in SI; rows without a time or a force are left out and said.
      class Assembly
        # @param rows [Rows]
        # @param columns [Array<Column>]
        # @param seconds [Array<Float>]
        # @param warnings [Array<String>] added to
        # @param skip_bad_rows [Boolean, nil] the user's leave to pass over any number of bad rows
        def initialize(rows:, columns:, seconds:, warnings:, skip_bad_rows:)
          @rows = rows
          @columns = columns
          @seconds = seconds
          @warnings = warnings
          @skip_bad_rows = skip_bad_rows
        end

        # @return [Core::Curve::Recording]
        # @raise [InvalidInput]
        def recording
          force = @rows.columns[main.index]
          keep = kept(force)
          complain(force, keep)
          enough!(keep ? keep.size : force.size)
          channels = @columns.select { |c| Column::MEASURED.include?(c.role) }.map { |c| channel(c, keep) }
          flat!(channels.find(&:main).samples)
          Core::Curve::Recording.new(time_axis: Core::Curve::TimeAxis.from(pick(@seconds, keep)), channels: channels).freeze
        end

        private

        def main = @columns.find(&:main)

        # @return [Array<Integer>, nil] rows to keep; nil for all of them
        def kept(force)
          return unless force.any?(&:nan?) || @seconds.any?(&:nan?)

          force.each_index.reject { |i| force[i].nan? || @seconds[i].nan? }
        end

        def pick(values, keep) = keep ? values.values_at(*keep) : values

        def channel(column, keep)
          factor = column.unit ? column.unit.factor : 1.0
          samples = pick(@rows.columns[column.index], keep)
          samples = samples.map { |v| v * factor } unless (factor - 1.0).zero?
          Core::Curve::Channel.new(name: column.title, role: column.role, unit: column.unit, sign: column.sign, samples: samples, main: column.main || false)
        end

        def complain(force, keep)
          missing = keep ? force.size - keep.size : 0
          cut = @rows.problems.select { |p| p.kind == :fields }
          total = force.size + cut.size
          bad = missing + cut.size
          return if bad.zero?

          where = @rows.problems.map(&:line).uniq.first(Reader::LISTED).join(", ")
          words = [("#{missing} #{missing == 1 ? 'row has' : 'rows have'} no #{main.role}" if missing.positive?),
                   ("#{cut.size} #{cut.size == 1 ? 'row has' : 'rows have'} too few or too many fields" if cut.any?)].compact.join(" and ")
          more = @rows.problems.map(&:line).uniq.size > Reader::LISTED ? " and more" : ""
          if bad > total * Reader::DEFECTS_SHARE && bad > 2 && !@skip_bad_rows
            raise InvalidInput.new("#{words} (lines #{where}#{more}). #{total - bad} rows were read and nothing was saved. Choose another column, or skip such rows", line: @rows.problems.first&.line)
          end

          @warnings << "#{words} and #{bad == 1 ? 'was' : 'were'} skipped: line#{'s' if bad > 1} #{where}#{more}. #{total - bad} rows were read."
        end

        def enough!(count)
          return if count >= Reader::FEWEST_ROWS

          raise InvalidInput.new("Only #{count} #{count == 1 ? 'row has' : 'rows have'} a force: a curve needs at least #{Reader::FEWEST_ROWS}. Export the whole recording", rows: count)
        end

        def flat!(samples)
          low, high = samples.minmax
          return unless (high - low).zero?

          value = high.zero? ? "zero" : "the same"
          raise InvalidInput.new("Every force of this file is #{value}: the cell was not connected, or this is another channel. Choose another column", rows: samples.size)
        end
      end
    end
  end
end
