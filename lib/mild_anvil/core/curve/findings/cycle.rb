# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # Loading and unloading again and again: how often, between which levels, and how the displacement drifts.
        module Cycle
          POSITION = 75
          MOST_SHOWN = 10 # of more, the first and the last are shown

          # @return [Array<Finding>] :cycles for the group, :cycle for single ones
          def self.find(analysis)
            group = analysis.cycles or return []
            shown = group.count <= MOST_SHOWN ? group.cycles : [group.cycles.first, group.cycles.last]
            [summary(analysis, group), *shown.map { |cycle| single(analysis, cycle) }]
          end

          def self.summary(analysis, group)
            tops = group.cycles.map { |c| analysis.clean[c.top] }
            bottoms = group.cycles.select(&:whole).map { |c| analysis.clean[c.bottom] }
            Finding.new(kind: :cycles, at_seconds: analysis.time_axis[group.first_sample],
                        until_seconds: analysis.time_axis[group.last_sample], force_newtons: mean(tops),
                        because: "#{group.count} loadings that are alike, each followed by an unloading",
                        extra: { count: group.count, highest_newtons: mean(tops), lowest_newtons: mean(bottoms),
                                 amplitude_newtons: mean(tops) - mean(bottoms), **drift(analysis, group) })
          end
          private_class_method :summary

          def self.mean(values) = values.sum / values.size
          private_class_method :mean

          # Displacement at the n-th maximum, and its slope over the logarithm of n.
          def self.drift(analysis, group)
            travel = analysis.travel or return {}
            at = group.cycles.map { |c| travel.around(c.top, 1) - travel.around(0) }
            line = LeastSquaresLine.through(group.cycles.map { |c| Math.log10(c.number) }, at)
            { first_displacement_metres: at.first, last_displacement_metres: at.last, drift_metres: at.last - at.first,
              drift_per_decade_metres: line&.slope }
          end
          private_class_method :drift

          def self.single(analysis, cycle)
            Finding.new(kind: :cycle, at_seconds: analysis.time_axis[cycle.top],
                        until_seconds: analysis.time_axis[cycle.bottom], force_newtons: analysis.clean[cycle.top],
                        because: "cycle #{cycle.number}: up, and down again",
                        extra: { number: cycle.number, sample: cycle.top,
                                 starts_seconds: analysis.time_axis[cycle.start] })
          end
          private_class_method :single
        end
      end
    end
  end
end
