# frozen_string_literal: true

module MildAnvil
  module Devices
    module Recorder
      # How fast the force changes now, over the last half second.
      class Rate
        SECONDS = 0.5

        def initialize = @recent = []

        def add(seconds, newtons)
          @recent << [seconds, newtons]
          @recent.shift while @recent.first.first < seconds - SECONDS
        end

        # @return [Float, nil] newtons a second
        def value
          first, last = @recent.values_at(0, -1)
          return if first.nil? || last.first - first.first < SECONDS / 2

          (last.last - first.last) / (last.first - first.first)
        end
      end
    end
  end
end
