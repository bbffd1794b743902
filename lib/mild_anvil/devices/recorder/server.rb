# frozen_string_literal: true

require "json"
require "socket"

module MildAnvil
  module Devices
    module Recorder
      # What the web server speaks to: a socket in the file system, one line of JSON each way. {"ask": …, "bench": id,
      # …} is answered once; {"ask": "watch"} is answered again and again until the other end goes.
      class Server
        EACH_SECONDS = 0.05
        MOST_LINE = 1_000_000
        ASKED = { "start" => :begin_run, "stop" => :stop_run, "hold" => :hold_here, "inspected" => :inspect_points,
                  "measured" => :figures_read, "remark" => :remark, "let off" => :let_off }.freeze

        # @param path [String] of the socket; @param sessions [Hash{Integer => Session}]
        def initialize(path, sessions)
          File.delete(path) if File.socket?(path)
          @listening = UNIXServer.new(path)
          File.chmod(0o600, path)
          @sessions = sessions
        end

        def run
          loop do
            socket = @listening.accept
            Thread.new { serve(socket) }
          end
        rescue IOError, SystemCallError
          nil # closed
        end

        def close = @listening.close

        private

        def serve(socket)
          while (line = socket.gets(MOST_LINE))
            request = JSON.parse(line, symbolize_names: true)
            session = @sessions[request[:bench]]
            return say(socket, { refused: "the recorder knows no such bench" }) if session.nil?
            return watch(socket, session, request[:after].to_i) if request[:ask] == "watch"

            say(socket, answer(session, request))
          end
        rescue JSON::ParserError, SystemCallError, IOError
          nil
        ensure
          socket.close
        end

        def answer(session, request)
          return session.shown(request[:after].to_i) if request[:ask] == "shown"

          does = ASKED[request[:ask]] or return { refused: "the recorder cannot #{request[:ask].to_s[0, 40]}" }
          session.ask(does, request[:given] || {})
        end

        def watch(socket, session, after)
          loop do
            shown = session.shown(after)
            after = shown[:points].last&.first || after
            say(socket, shown)
            sleep EACH_SECONDS
          end
        end

        def say(socket, answer) = socket.write("#{JSON.generate(answer)}\n")
      end
    end
  end
end
