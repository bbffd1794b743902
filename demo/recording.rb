# frozen_string_literal: true

module Demo
  # One simulated pull as the text of a log file, the same every time for the same seed.
  module Recording
    SIMULATOR = MildAnvil::Devices::Simulator

    module_function

    def text(bench, pull)
      random = Random.new(pull.fetch(:seed))
      path = SIMULATOR::Shapes.const_get(bench.fetch(:shape)).path(pull.fetch(:strength), random)
      settings = SIMULATOR::Bench.with(**bench.except(:shape, :dialect))
      log = SIMULATOR::Pull.new(path: path, bench: settings, random: random, stop_newtons: pull[:stop_newtons]).log
      SIMULATOR::LogFile.text(log, bench.fetch(:dialect).to_sym)
    end
  end
end
