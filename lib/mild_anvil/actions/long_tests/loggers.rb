# frozen_string_literal: true

module MildAnvil
  module Actions
    module LongTests
      # Where the logger of a long test answers.
      module Loggers
        FORM = /\A(?:simulated|[\w.-]+:\d{1,5})\z/
        SIMULATED = "simulated"
        PORT_FILE = "run/oven-simulator.port"

        module_function

        # @param address [String]; @param var [String] folder of everything that is kept
        # @return [Array(String, Integer), nil] host and port; nil while the stand-in does not run
        def where(address, var)
          return address.split(":").then { |host, port| [host, Integer(port)] } unless address == SIMULATED

          port = Integer(File.read(File.join(var, PORT_FILE)), exception: false)
          port && ["127.0.0.1", port]
        rescue Errno::ENOENT
          nil
        end
      end
    end
  end
end
