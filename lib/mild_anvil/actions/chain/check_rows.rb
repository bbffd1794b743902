# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # A check as it is stored, and as the core reads it.
      module CheckRows
        module_function

        # @param check [Store::Models::InstrumentCheck]
        # @return [Core::Instrument::CheckResult]
        def result(check)
          computed(check.values, series_of(check.points))
        end

        # @param columns [Hash] of instrument_checks; @param series [Array<Array<CheckSeries::Step>>]
        # @raise [InvalidInput, InsufficientData]
        def computed(columns, series)
          read = Core::Instrument::CheckSeries.new(series, capacity: columns[:capacity_newtons])
          tolerance = Core::Instrument::CheckTolerance.new(newtons: columns[:tolerance_newtons],
                                                           share: columns[:tolerance_share])
          Core::Instrument::CheckResult.new(read, tolerance: tolerance, resolution: columns[:resolution_newtons],
                                                  range_maximum: columns[:capacity_newtons],
                                                  masses_share: columns[:masses_share],
                                                  gravity_share: columns[:gravity_half_share])
        end

        # @param points [Array<#series, ...>] rows of check_points
        def series_of(points)
          points.group_by(&:series).sort.map do |_, rows|
            rows.map do |row|
              Core::Instrument::CheckSeries::Step.new(applied: row.applied_newtons, indicated: row.indicated_newtons,
                                                      swing: row.swing_newtons)
            end
          end
        end

        # @return [Array<Array(Float, Float)>] of a cross-check: both cells, newtons
        def pairs(check) = check.points.map { |point| [point.applied_newtons, point.indicated_newtons] }
      end
    end
  end
end
