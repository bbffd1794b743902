# frozen_string_literal: true

require "json"

module MildAnvil
  module Web
    # Sends what a bench does to one watcher, event by event, without holding a thread of the server: the connection is
    # taken over and written by a thread of its own until either end goes.
    module LiveStream
      HEAD = "HTTP/1.1 200 OK\r\nContent-Type: text/event-stream\r\nCache-Control: no-store\r\n" \
             "X-Accel-Buffering: no\r\nConnection: close\r\n\r\n"
      HIJACK = "rack.hijack"
      MOST = 60 # watchers of one process of the server
      AGAIN_SECONDS = 1

      @count = 0
      @guard = Mutex.new

      module_function

      # @return [Boolean] whether the connection was taken over
      def begin(env, live, after:)
        return false unless env[HIJACK] && take

        socket = env[HIJACK].call
        Thread.new { serve(socket, live, after) }
        true
      end

      def serve(socket, live, after)
        socket.write(HEAD)
        loop do
          live.each(after: after) do |shown|
            after = shown[:points].last&.first || after
            event(socket, shown)
          end
          raise EOFError
        rescue EOFError, Errno::ENOENT, Errno::ECONNREFUSED
          event(socket, live.once(after: after)) # the recorder is away: that is said, and asked again
          sleep AGAIN_SECONDS
        end
      rescue SystemCallError, IOError
        nil # the watcher has gone
      ensure
        @guard.synchronize { @count -= 1 }
        socket.close
      end
      private_class_method :serve

      def event(socket, shown) = socket.write("data: #{JSON.generate(shown)}\n\n")
      private_class_method :event

      def take
        @guard.synchronize { @count < MOST && @count += 1 }
      end
      private_class_method :take
    end
  end
end
