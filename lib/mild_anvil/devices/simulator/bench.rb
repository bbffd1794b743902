# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      # A bench with its cell: how fast it pulls, how often and how finely it logs, and its small faults.
      Bench = Struct.new(:speed_metres_per_second, :hertz, :step_newtons, :noise_newtons, :offset_newtons,
                         :drift_newtons_per_second,
                         :rest_seconds, :after_seconds, :lag_seconds, :travel_step_metres, keyword_init: true)

      class Bench
        DEFAULTS = { speed_metres_per_second: 0.002, hertz: 50.0, step_newtons: 10.0, noise_newtons: 8.0,
                     offset_newtons: 25.0,
                     drift_newtons_per_second: 0.05, rest_seconds: 2.0, after_seconds: 1.5, lag_seconds: 0.004,
                     travel_step_metres: 0.00001 }.freeze

        def self.with(**given) = new(**DEFAULTS, **given).freeze
      end
    end
  end
end
