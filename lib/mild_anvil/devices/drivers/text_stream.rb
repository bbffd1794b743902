# frozen_string_literal: true

module MildAnvil
  module Devices
    module Drivers
      # A hobby cell that says what it reads, a value and a unit a line, at its own rate. Time is when a line came.
      class TextStream < Watched
        LINE = /\A\s*(?<value>[+-]?\d+(?:[.,]\d+)?)\s*(?<unit>[A-Za-z]+)\s*\z/

        # @param units [Core::Quantity::UnitTable]
        def initialize(host, port, units:)
          super()
          @host = host
          @port = port
          @units = units
          @channels = [Channel.new(index: 0, role: "force", unit: "N")]
        end

        def connected? = !@line.nil?

        # @return [Symbol]
        def open
          @line = BenchLine.new(@host, @port)
          @number.zero? ? :new : :same
        end

        def close
          @line&.close
          @line = nil
        end

        # @return [Array<Sample>]
        # @raise [EOFError]
        def poll(seconds)
          @line.lines(seconds).filter_map { |line| read(line) }
        rescue SystemCallError, IOError
          close
          raise EOFError, "the line to the cell is lost"
        end

        private

        def read(line)
          found = LINE.match(line)
          unit = found && @units.find(found[:unit])
          return thrown if unit.nil? || unit.quantity != "force"

          sample([unit.to_si(found[:value].tr(",", ".").to_f)])
        end
      end
    end
  end
end
