# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # The median of the flat stretch before the load, or else after it, taken off every reading; what the zero went
        # between them.
        module Zero
          POSITION = 10

          # @return [Array<Finding>] one, also when there was no rest: then it says so
          def self.find(analysis)
            before = analysis.quiet
            after = analysis.quiet_after
            rest = before || after or return [none(analysis.time_axis)]
            axis = analysis.time_axis
            count = rest.last - rest.first + 1
            where = before ? "before the load" : "after the load; the recording starts under load"
            [Finding.new(kind: :zero, at_seconds: axis[rest.first], until_seconds: axis[rest.last], force_newtons: 0.0,
                         because: "median of #{count} readings #{where}",
                         extra: { offset_newtons: rest.level * analysis.sense, noise_newtons: rest.sigma,
                                  sense: analysis.sense,
                                  drift_newtons: before && after ? after.level - before.level : nil })]
          end

          def self.none(axis)
            Finding.new(kind: :zero, at_seconds: axis[0], force_newtons: 0.0,
                        extra: { offset_newtons: 0.0, noise_newtons: nil },
                        because: "the recording starts and ends under load: no offset was removed")
          end
          private_class_method :none
        end
      end
    end
  end
end
