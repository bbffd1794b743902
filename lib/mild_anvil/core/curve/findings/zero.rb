# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # The median of the quiet stretch before the load, taken off every reading.
        module Zero
          POSITION = 10

          # @return [Array<Finding>] one, also when there was no rest: then it says so
          def self.find(analysis)
            quiet = analysis.quiet
            axis = analysis.time_axis
            return [none(axis)] if quiet.nil?

            [Finding.new(kind: :zero, at_seconds: axis[0], until_seconds: axis[quiet.last], force_newtons: 0.0,
                         because: "median of #{quiet.last + 1} readings before the load",
                         extra: { offset_newtons: quiet.level * analysis.sense, noise_newtons: quiet.sigma,
                                  sense: analysis.sense })]
          end

          def self.none(axis)
            Finding.new(kind: :zero, at_seconds: axis[0], force_newtons: 0.0,
                        extra: { offset_newtons: 0.0, noise_newtons: nil },
                        because: "the recording starts under load: no offset was removed")
          end
          private_class_method :none
        end
      end
    end
  end
end
