# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # What a person should know of how a file was read: sentences.
      module ReadingWarnings
        module_function

        # @param layout [Layout]; @param rows [Rows]; @param columns [Array<Column>]; @param cell_units [CellUnits]
        # @param hung [Float] seconds for which the load hung before the first row
        # @return [Array<String>]
        def of(layout, rows, columns, cell_units, hung)
          [*units(cell_units.changes), *seconds(columns), *full(rows), *above(layout), *applied(hung)]
        end

        def units(changes)
          changes.group_by(&:column).map do |column, found|
            first = found.first
            more = " It changes #{found.size} times in all." if found.size > 1
            "Line #{first.line}: the unit of #{column} changes from #{first.from} to #{first.to}. Every row was " \
              "read by its own unit.#{more}"
          end
        end
        private_class_method :units

        def seconds(columns)
          columns.select { |c| c.because.to_s.end_with?("taken as seconds") }
                 .map { |c| "#{c.title} has no unit and was taken as seconds. If it is not, choose its unit." }
        end
        private_class_method :seconds

        def full(rows)
          return [] unless rows.overloads.positive?

          ["#{rows.overloads} rows say that the cell had more than it can show (OL): the highest force is at least " \
           "what was written there."]
        end
        private_class_method :full

        def above(layout)
          from, to = layout.passed_over
          from ? ["Lines #{from} to #{to} hold another table, above this one. It was not read."] : []
        end
        private_class_method :above

        def applied(hung)
          return [] unless hung.positive?

          ["The lines above the table say that the load hung for #{duration(hung)} before the first row. The time of " \
           "creep counts from there."]
        end
        private_class_method :applied

        def duration(seconds)
          return format("%.1f s", seconds) if seconds < 60
          return format("%.1f min", seconds / 60) if seconds < 3600

          format("%.1f h", seconds / 3600)
        end
        private_class_method :duration
      end
    end
  end
end
