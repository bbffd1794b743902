# frozen_string_literal: true

require "socket"
require "timeout"

module MildAnvil
  module Devices
    module Drivers
      # The line to the logger of a long test: it remembers by itself, and is asked for what came since.
      class OvenLine
        SECONDS = 3.0
        # number: rises, never twice; station: from 1; hours: of the test; newtons, millimetres, celsius: nil where it
        # has none
        Sample = Struct.new(:number, :station, :hours, :newtons, :millimetres, :celsius, keyword_init: true)
        Event = Struct.new(:number, :hours, :word, :note, keyword_init: true)

        # @yieldparam line [OvenLine]
        # @raise [SystemCallError, IOError, Timeout::Error] when nobody answers
        def self.open(host, port)
          Timeout.timeout(SECONDS) do
            TCPSocket.open(host, port) { |socket| yield new(socket) }
          end
        rescue SocketError => e # a name that nobody knows
          raise Errno::EHOSTUNREACH, e.message
        end

        def initialize(socket)
          @socket = socket
        end

        # @param test [String] uid: a test that it knows goes on, another one begins
        # @raise [IOError] when it refuses
        def start(test)
          @socket.write("START #{test}\n")
          said = @socket.gets.to_s.chomp
          raise IOError, "the logger says #{said}" unless said == "OK"
        end

        # @return [Array<Sample, Event>] after a number, not all at once
        def since(number)
          @socket.write("SINCE #{number}\n")
          items = []
          while (line = @socket.gets)
            return items if line == ".\n"

            item = parse(line.chomp)
            items << item if item
          end
          raise IOError, "the logger broke off"
        end

        private

        def number(text) = Float(text, exception: false)&.then { |found| found if found.finite? }

        # A line that makes no sense is left out, and what follows it is not.
        def parse(line)
          case line
          when /\A(\d+) D (\d+) ([\d.]+) (\S+) (\S+) (\S+)\z/
            number, station, hours, *values = Regexp.last_match.captures
            return unless hours.to_f.finite?

            Sample.new(number: number.to_i, station: station.to_i, hours: hours.to_f,
                       **%i[newtons millimetres celsius].zip(values.map { |v| number(v) }).to_h)
          when /\A(\d+) E ([\d.]+) (\w+) ?(.*)\z/
            Event.new(number: Regexp.last_match(1).to_i, hours: Regexp.last_match(2).to_f, word: Regexp.last_match(3),
                      note: Regexp.last_match(4))
          end
        end
      end
    end
  end
end
