# frozen_string_literal: true

module MildAnvil
  module Core
    module Instrument
      # What a dead-weight check comes to: the line, what bends, what comes back otherwise, and from where to where the
      # instrument may be used.
      class CheckResult
        CURVED_P = 0.05

        attr_reader :series, :tolerance, :classes, :resolution, :masses_share, :gravity_share

        # @param series [CheckSeries]; @param tolerance [CheckTolerance] the shop's own
        # @param resolution [Float] newtons; @param range_maximum [Float] newtons, the capacity
        # @param masses_share [Float, nil] relative tolerance of the masses; @param gravity_share [Float] half width
        # @raise [InvalidInput, InsufficientData]
        def initialize(series, tolerance:, resolution:, range_maximum:, masses_share: nil, gravity_share: 0.0)
          @series = series
          @tolerance = tolerance
          @resolution = resolution
          @masses_share = masses_share
          @gravity_share = gravity_share
          @classes = VerificationClass.new(series.verification_levels, resolution: resolution,
                                                                       range_maximum: range_maximum,
                                                                       zero_residual: series.zero_residual,
                                                                       masses_share: masses_share)
        end

        # @return [Boolean]
        def passed? = !range.nil?

        # The longest run of levels that keep the tolerance, the higher one of two.
        # @return [Array(Float, Float), nil] lowest and highest verified force, newtons
        def range
          @range ||= begin
            runs = series.levels.chunk_while { |a, b| keeps?(a) == keeps?(b) }.select { |run| keeps?(run.first) }
            best = runs.select { |run| run.size >= VerificationClass::FEWEST_IN_RANGE }.max_by { |run| [run.size, run.last] }
            best && [best.first, best.last]
          end
        end

        # @return [Array<Float>] levels at which the tolerance is not kept
        def failed_levels = series.levels.reject { |level| keeps?(level) }

        # @return [CheckSeries::Point] that is farthest off, against what is allowed there
        def worst = series.loaded.max_by { |point| point.error.abs / tolerance.allowed(point.applied) }

        # A pass in newtons can be a fail in per cent.
        # @return [VerificationClass::Errors, nil] the level that is worst in relative terms, outside every class
        def relative_fail
          outside = series.levels.select { |level| keeps?(level) && !kept_in_per_cent?(level) }
          outside.map { |level| errors_at(level) }.max_by { |errors| errors.indication.abs }
        end

        # @return [CalibrationLine, nil] through all points, up and down
        def line
          @line ||= CalibrationLine.new(lined.map(&:applied), lined.map(&:indicated))
        rescue InsufficientData
          nil
        end

        # @return [Curvature, nil]
        def curvature
          @curvature ||= Curvature.new(lined.map(&:applied), lined.map(&:indicated))
        rescue InsufficientData
          nil
        end

        # @return [Float, nil] how far it bends from its line in mid-range, newtons; nil where noise explains it
        def bend
          return if curvature.nil? || curvature.p >= CURVED_P

          span = series.levels.last - (lined.map(&:applied).min || 0.0)
          (curvature.coefficient * span * span / 4).abs
        end

        # @return [Float, nil] largest difference between the way down and the way up, newtons
        def reversibility = differences.values.max_by(&:abs)

        # @return [Hash{Float => Float}] mean of down less up by level, newtons
        def differences
          @differences ||= series.verification_levels.filter_map do |level|
            pairs = level.down.zip(level.up).select(&:first)
            pairs.any? && [level.applied, pairs.sum { |down, up| down - up } / pairs.size]
          end.to_h
        end

        # @return [Float] what the mean indication is off at a force, between the levels by a straight line; newtons
        def error_at(force) = between(mean_errors, force)

        # @return [Float] down less up at a force, newtons; 0.0 where nobody read the way down
        def reversibility_at(force) = differences.empty? ? 0.0 : between(differences, force)

        # @return [Array(Float, Integer), nil] pooled relative deviation of readings at one level, degrees of freedom
        def repeatability_share
          return @repeatability_share if defined?(@repeatability_share)

          @repeatability_share = pooled
        end

        private

        def pooled
          groups = series.verification_levels.map { |level| level.up.map { |v| v / level.applied } }
          dof = groups.sum { |g| g.size - 1 }
          return if dof.zero?

          [Math.sqrt(groups.sum { |g| Compare::Group.squares(g) } / dof), dof]
        end

        def keeps?(level) = series.at(level).all? { |point| tolerance.keeps?(point) }

        # In the widest class there is.
        def kept_in_per_cent?(level)
          classes.failures(VerificationClass::LIMITS.keys.last).none? do |failure|
            failure.applied == level && failure.what == :indication
          end
        end

        def errors_at(level) = classes.errors.find { |errors| errors.applied == level }
        def lined = series.points.reject { |point| point.direction == :end }

        def mean_errors = @mean_errors ||= series.levels.to_h { |level| [level, mean_error(level)] }

        def mean_error(level)
          ups = series.at(level).select { |point| point.direction == :up }
          ups.sum(&:error) / ups.size
        end

        # Straight between levels; outside the share of the nearest is kept.
        def between(values, force)
          forces = values.keys.sort
          return values[forces.first] * force / forces.first if force <= forces.first
          return values[forces.last] * force / forces.last if force >= forces.last

          low = forces.reverse.find { |f| f <= force }
          high = forces.find { |f| f > force }
          values[low] + ((values[high] - values[low]) * (force - low) / (high - low))
        end
      end
    end
  end
end
