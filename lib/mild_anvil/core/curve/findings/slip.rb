# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # A fall by sliding, after which the force exceeds the earlier level; small sudden ones that recover are
        # possible slips.
        module Slip
          POSITION = 35

          # @return [Array<Finding>]
          def self.find(analysis)
            analysis.staircase? || analysis.steady? ? [] : slips(analysis).map { |fall| finding(analysis, fall) }
          end

          # A large sudden fall that recovers is a part that gave way: a jaw slides through some way and takes its time.
          # @return [Array<Fall>]
          def self.slips(analysis)
            recovering = analysis.falls.select { |fall| gave_way?(fall) && !analysis.cycles&.cover?(fall.top) }
            inner = inner(analysis.falls)
            recovering.reject { |fall| inner.include?(fall) }
          end

          # Falls that lie in the dip of an earlier one, which is still to be passed again.
          # @return [Set<Fall>] by identity
          def self.inner(falls)
            passed = -1
            falls.each_with_object(Set.new.compare_by_identity) do |fall, found|
              found << fall if passed > fall.top
              passed = fall.recovers if fall.material? && fall.recovers && fall.recovers > passed
            end
          end
          private_class_method :inner

          def self.gave_way?(fall)
            fall.recovers && fall.material? && (fall.kind == :sliding || fall.drop_share < FirstFailure::SHARE)
          end
          private_class_method :gave_way?

          def self.finding(analysis, fall)
            travel = analysis.travel&.from(fall.top, fall.bottom)
            Finding.new(kind: :slip, at_seconds: analysis.time_axis[fall.top],
                        until_seconds: analysis.time_axis[fall.recovers], force_newtons: fall.level,
                        because: format("%s: fell by %.1f %%%s, then rose above that level",
                                        fall.kind == :sliding ? "slip" : "possible slip", 100 * fall.drop_share,
                                        fall.kind == :sliding ? " while the displacement went on" : ""),
                        extra: { sample: fall.top, after_newtons: analysis.clean[fall.bottom],
                                 drop_share: fall.drop_share, fall_seconds: fall.seconds,
                                 slide_metres: travel, certain: fall.kind == :sliding })
          end
          private_class_method :finding
        end
      end
    end
  end
end
