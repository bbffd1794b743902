# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # Where the load comes on: the force leaves the noise of the rest and goes on to 2 % of the peak.
        module TakeUp
          POSITION = 20

          # @return [Array<Finding>] none when the recording starts under load
          def self.find(analysis)
            quiet = analysis.quiet or return []
            net = analysis.net
            gate = Analysis::REST_SIGMAS * quiet.sigma
            index = (quiet.last..analysis.peak_index).find { |i| net[i] > gate && (net[i + 1] || gate) >= gate } or return []
            [Finding.new(kind: :take_up, at_seconds: analysis.time_axis[index], force_newtons: net[index],
                         because: "the force leaves the noise of the rest, #{Analysis::REST_SIGMAS} σ, and goes on rising", extra: { gate_newtons: gate })]
          end
        end
      end
    end
  end
end
