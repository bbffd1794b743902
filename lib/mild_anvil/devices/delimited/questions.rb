# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # What has to be answered before a file can be read: which column is the force, in which unit, how fast. Force
      # against travel needs no time.
      class Questions
        # Roles whose numbers mean nothing without a unit.
        MEASURED_IN_UNITS = %w[force displacement torque angle].freeze
        COUNTED_SECONDS = 1.0 # from one reading without a time to the next: a count

        # @return [Float, nil] seconds from one row to the next, where there is no time
        attr_reader :interval_seconds

        # @param columns [Array<Column>]
        # @param first_row [Array<String>] its fields
        # @param interval_seconds [Float, nil] as stated or chosen
        # @param timed [Boolean] false where it is known that the readings have no times
        def initialize(columns, first_row:, interval_seconds:, timed: true)
          @columns = columns
          @first_row = first_row
          @interval_seconds = interval_seconds
          @timed = timed && !(interval_seconds.nil? && travel_alone?)
          @interval_seconds ||= COUNTED_SECONDS unless @timed
        end

        def timed? = @timed

        # @return [Column, nil] of the time, or else of the numbers of the samples
        def time_column = @columns.find { |c| c.role == "time" } || @columns.find { |c| c.role == "sample" }

        # @return [Array<Hash>] kind, text, columns
        # @raise [InvalidInput] where no column can be a force
        def call
          [force, time, *@columns.select do |c|
            MEASURED_IN_UNITS.include?(c.role) && !c.main
          end.map { |c| unit(c) }].compact
        end

        private

        def travel_alone?
          time_column.nil? && @columns.any? { |c| Assembly::TRAVELS.include?(c.role) && c.unit && !c.main }
        end

        def main_column = @columns.find(&:main)

        def candidates
          [Column::JUDGED, [nil, "other"]].each do |roles|
            found = @columns.select { |c| roles.include?(c.role) }
            return found if found.any?
          end
          titles = @columns.map(&:title_with_unit)
          raise InvalidInput.new("No column of this file is a force: found #{titles.join(', ')}. Choose one in the " \
                                 "preview, or export the force too", columns: titles)
        end

        def force
          found = candidates
          return unit(main_column) if main_column

          names = found.map(&:title_with_unit).join(", ")
          text = if found.one?
                   "Is #{names} the force? The file does not say."
                 else
                   "Which column is the force? There is more than one that could be: #{names}."
                 end
          { kind: "force_column", text: text, columns: found.map(&:index) }
        end

        def unit(column)
          return if column.unit

          { kind: "unit", text: "In which unit is #{column.title}? The file does not say.", columns: [column.index] }
        end

        def time
          column = time_column
          return interval(column) if column.nil? || column.role == "sample"

          unit(column) if Stamps.form(@first_row[column.index].to_s).nil?
        end

        def interval(column)
          return if @interval_seconds

          what = if column
                   "Samples are numbered and no rate is stated"
                 else
                   "There is #{'one column only and ' if @columns.size == 1}no time in this file"
                 end
          { kind: "interval", text: "#{what}. At which sampling rate was it recorded?", columns: [] }
        end
      end
    end
  end
end
