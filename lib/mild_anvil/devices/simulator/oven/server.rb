# frozen_string_literal: true

require "socket"

module MildAnvil
  module Devices
    module Simulator
      module Oven
        # Answers for an oven over TCP, line by line: HELLO, START test, SINCE number. docs/operations.md has the lines.
        class Server
          MOST_LINES = 2000
          TICK_SECONDS = 0.05
          HOST = "127.0.0.1"

          # @param logger [Logger]; @param port [Integer] 0: any
          def initialize(logger, port: 0)
            @logger = logger
            @server = TCPServer.new(HOST, port)
          end

          def port = @server.addr[1]

          # Until the block says so.
          def run
            listening = Thread.new { loop { Thread.new(@server.accept) { |socket| serve(socket) } } }
            until yield
              @logger.tick
              sleep TICK_SECONDS
            end
          ensure
            listening&.kill
            @server.close
          end

          private

          def serve(socket)
            while (line = socket.gets(200))
              socket.write(answer(line.chomp))
            end
          rescue SystemCallError, IOError
            nil
          ensure
            socket.close
          end

          def answer(line)
            case line
            when "HELLO" then "OVEN #{@logger.test || '-'} #{format('%.4f', @logger.hours)}\n"
            when /\ASTART (\w{1,40})\z/
              @logger.start(Regexp.last_match(1))
              "OK\n"
            when /\ASINCE (\d{1,12})\z/
              lines = @logger.since(Regexp.last_match(1).to_i, MOST_LINES)
              "#{lines.map { |one| "#{one.number} #{one.text}\n" }.join}.\n"
            else "NO #{line[0, 40]}\n"
            end
          end
        end
      end
    end
  end
end
