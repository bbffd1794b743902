# frozen_string_literal: true

require "json"
require "socket"

module MildAnvil
  module Devices
    module Recorder
      # What the web server speaks to: a socket in the file system, one line of JSON each way. {"ask": …, "bench": id,
      # …} is answered once; {"ask": "watch"} is answered again and again until the other end goes. Stop, and giving up
      # a start, wait for nothing.
      class Server
        EACH_SECONDS = 0.05
        MOST_LINE = 1_000_000
        ASKED = { "start" => :begin_run, "hold" => :hold_here, "inspected" => :inspect_points,
                  "measured" => :figures_read, "remark" => :remark, "let off" => :let_off }.freeze

        # @param path [String] of the socket; @param sessions [Hash{Integer => Session}]
        # @param follow [Proc, nil] told bench and address before a start: what was moved is gone after first
        def initialize(path, sessions, follow: nil)
          @follow = follow
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
            follow(request) if request[:ask] == "start"
            session = @sessions[request[:bench]]
            return say(socket, { refused: "the recorder knows no such bench" }) if session.nil?
            return watch(socket, request[:bench], request[:after].to_i) if request[:ask] == "watch"

            say(socket, answer(session, request))
          end
        rescue JSON::ParserError, SystemCallError, IOError
          nil
        rescue StandardError => e # one asker's trouble is not the others'
          warn "asked: #{e.class}: #{e.message}"
        ensure
          socket.close
        end

        def answer(session, request)
          given = request[:given] || {}
          case request[:ask]
          when "shown" then return session.shown(request[:after].to_i)
          when "stop" then return session.stop_run(given)
          when "give up" then return session.give_up(given[:uid])
          end

          does = ASKED[request[:ask]] or return { refused: "the recorder cannot #{request[:ask].to_s[0, 40]}" }
          session.ask(does, given)
        end

        def follow(request)
          address = request.dig(:given, :address)
          @follow&.call(request[:bench], address) if address
        end

        # Whoever watches a bench that was moved sees it where it is now.
        def watch(socket, bench, after)
          while (session = @sessions[bench])
            after = 0 unless session.equal?(watched ||= session)
            watched = session
            shown = session.shown(after)
            after = shown[:points].last&.first || after
            say(socket, shown)
            sleep EACH_SECONDS
          end
        end

        def say(socket, answer) = socket.write("#{JSON.generate(sound(answer))}\n")

        # What is no number is nothing in JSON.
        def sound(value)
          case value
          when Hash then value.transform_values { |one| sound(one) }
          when Array then value.map { |one| sound(one) }
          when Float then value.finite? ? value : nil
          else value
          end
        end
      end
    end
  end
end
