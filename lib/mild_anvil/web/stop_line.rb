# frozen_string_literal: true

require "json"
require "websocket/driver"

module MildAnvil
  module Web
    # A line that a page keeps open for stop alone, with a thread of its own: {"stop": bench} is answered by what became
    # of it, {"ping": n} by {"pong": n}.
    class StopLine
      MOST = 200 # lines of one process
      LONGEST = 2_000 # bytes of a message
      QUIET_SECONDS = 90 # a page says something every few seconds
      HIJACK = "rack.hijack"

      @count = 0
      @guard = Mutex.new

      # @param account_id [Integer] of whoever has the page open
      # @return [Boolean] whether the connection was taken over
      def self.open(env, account_id)
        return false unless WebSocket::Driver.websocket?(env) && env[HIJACK] && take

        line = new(env, env[HIJACK].call, account_id)
        Thread.new do
          line.serve
        ensure
          @guard.synchronize { @count -= 1 }
        end
        true
      end

      def self.take = @guard.synchronize { @count < MOST && @count += 1 }
      private_class_method :take

      attr_reader :env

      def initialize(env, socket, account_id)
        @env = env
        @socket = socket
        @account_id = account_id
        @driver = WebSocket::Driver.rack(self, max_length: LONGEST)
        @driver.on(:message) { |event| message(event.data) }
        @driver.on(:close) { @closed = true }
      end

      # What the driver asks for.
      def url = "#{env['rack.url_scheme'] == 'https' ? 'wss' : 'ws'}://#{env['HTTP_HOST']}#{env['PATH_INFO']}"
      def write(bytes) = @socket.write(bytes)

      def serve
        @driver.start
        until @closed
          break unless @socket.wait_readable(QUIET_SECONDS)

          bytes = @socket.read_nonblock(LONGEST, exception: false) or break
          @driver.parse(bytes) unless bytes == :wait_readable
        end
      rescue SystemCallError, IOError
        nil # the page has gone
      ensure
        @socket.close
      end

      private

      def message(text)
        asked = JSON.parse(text)
        return unless asked.is_a?(Hash)

        say({ pong: asked["ping"] }) if asked.key?("ping")
        say(StopDoor.stop(asked["stop"], @account_id)) if asked["stop"].is_a?(Integer)
      rescue JSON::ParserError
        nil # nothing that a page of ours says
      end

      def say(answer) = @driver.text(JSON.generate(answer))
    end
  end
end
