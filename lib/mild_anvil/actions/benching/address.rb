# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # Where a bench answers, and by which driver: "simulated", "host:port" for a bench that can be driven,
      # "text:host:port" for a cell that says its readings, "file:NAME" for a log in var/logs that a logger writes on.
      module Address
        FORM = /\A(?:|simulated|(?:text:)?[\w.-]{1,100}:\d{1,5}|file:\w[\w. -]{0,100})\z/
        SIMULATED_PORT = "run/bench-simulator.port"
        LOGS = "logs"

        module_function

        # @return [Boolean]
        def drives?(address) = !address.to_s.empty? && !address.start_with?("text:", "file:")

        # @param var [String] folder of everything that is kept
        # @param comma [String, nil] what a person said of a cell's commas: "decimal" or "thousands"
        # @return [Devices::Drivers::TcpBench, Devices::Drivers::Watched]
        def driver(address, var, comma: nil)
          units = Catalogue.units
          case address
          when "simulated" then Devices::Drivers::TcpBench.new("127.0.0.1", -> { simulated_port(var) })
          when /\Atext:/
            Devices::Drivers::TextStream.new(*place(address.delete_prefix("text:")), units: units, comma: comma&.to_sym)
          when /\Afile:/
            Devices::Drivers::GrowingFile.new(File.join(var, LOGS, File.basename(address.delete_prefix("file:"))),
                                              units: units)
          else Devices::Drivers::TcpBench.new(*place(address))
          end
        end

        # The one that ships says where it answers by a file, each time anew.
        def simulated_port(var) = File.read(File.join(var, SIMULATED_PORT)).to_i
        private_class_method :simulated_port

        def place(text)
          host, port = text.split(":")
          [host, port.to_i]
        end
        private_class_method :place
      end
    end
  end
end
