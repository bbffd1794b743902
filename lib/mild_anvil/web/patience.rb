# frozen_string_literal: true

require "socket"

module MildAnvil
  module Web
    # Ends a request that takes too long, or whose sender has gone: cancelled on the screen, or the line was cut. It
    # ends where it says that it may (Stoppable); what it was about to save is rolled back with its transaction.
    class Patience
      LIMIT_SECONDS = 120
      LOOK_SECONDS = 0.5
      SOCKET = "puma.socket"

      Watched = Struct.new(:thread, :until, :socket, keyword_init: true)

      def initialize(app, limit: LIMIT_SECONDS, look: LOOK_SECONDS)
        @app = app
        @limit = limit
        @look = look
        @watched = {}.compare_by_identity
        @guard = Mutex.new
      end

      def call(env)
        answer = nil
        Stoppable.only_where_said { answer = watch(env) { @app.call(env) } }
      rescue Stopped => e # an answer that is there already is as good as it was
        answer || [503, { "content-type" => "application/json", "cache-control" => "no-store" },
                   [JSON.generate(error: { kind: "stopped", message: e.message, fields: {} })]]
      end

      private

      def watch(env)
        entry = Watched.new(thread: Thread.current, until: now + @limit, socket: env[SOCKET])
        @guard.synchronize do
          @watched[entry] = true
          @looking = look_on unless @looking&.alive? # threads do not survive a fork
        end
        yield
      ensure
        @guard.synchronize { @watched.delete(entry) }
      end

      def look_on
        Thread.new do
          loop do
            sleep @look
            @guard.synchronize { @watched.each_key { |entry| stop(entry) } }
          end
        end
      end

      def stop(entry)
        reason = reason(entry) or return
        @watched.delete(entry)
        entry.thread.raise(Stopped, reason)
      end

      def reason(entry)
        if now > entry.until
          "This took longer than #{@limit.round} s and was stopped. Look whether it is there before you repeat it; a " \
            "file may have to be split, or logged at a lower rate"
        elsif gone?(entry.socket)
          "Cancelled: whoever asked has gone"
        end
      end

      # Nothing more to read on a closed line; what is still to be read is another request.
      def gone?(socket)
        return false if socket.nil?

        io = socket.to_io
        io.closed? || io.recv_nonblock(1, Socket::MSG_PEEK, exception: false) == ""
      rescue SystemCallError, IOError
        true
      end

      def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    end
  end
end
