# frozen_string_literal: true

module MildAnvil
  module Devices
    module Drivers
      # A hobby cell that says what it reads, a value and a unit a line, at its own rate. Time is when a line came.
      class TextStream < Watched
        LINE = /\A\s*(?<value>[+-]?\d[\d.,]*)\s*(?<unit>[A-Za-z]+)\s*\z/

        # @param units [Core::Quantity::UnitTable]
        # @param comma [Symbol, nil] what a person said of its commas: DecimalMark::DECIMAL or THOUSANDS
        def initialize(host, port, units:, comma: nil)
          super()
          @host = host
          @port = port
          @units = units
          @mark = DecimalMark.new(comma)
          @channels = [Channel.new(index: 0, role: "force", unit: "N")]
        end

        def connected? = !@line.nil?
        def place = [@host, @port]

        # What a person has to say before anything it says is believed.
        # @return [String, nil] a reading of which nobody knows what it says
        def question = (@mark.undecided if @mark.comma.nil?)

        # @return [Symbol]
        def open(**)
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
          raise EOFError if @line.nil?

          @line.lines(seconds).filter_map { |line| read(line) }
        rescue SystemCallError, IOError
          close
          raise EOFError, "the line to the cell is lost"
        end

        private

        def read(line)
          found = LINE.match(line)
          unit = found && @units.find(found[:unit])
          return thrown(line) if unit.nil? || unit.quantity != "force"

          number = @mark.read(found[:value])
          number ? sample([unit.to_si(number)]) : thrown(line)
        end
      end
    end
  end
end
