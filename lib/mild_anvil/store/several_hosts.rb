# frozen_string_literal: true

module MildAnvil
  module Store
    # A database that several servers answer for, such as the nodes of a cluster: when one has gone, the next is asked,
    # and what only read is asked again. Mixed into a Sequel database; with one server it asks that one again.
    module SeveralHosts
      READS = /\A\s*(?:SELECT|SHOW)\b/i
      TRIES = 4
      # While the nodes that are left count each other, some seconds, on a busy machine more, none of them answers: what
      # reads is as patient as what writes.
      TRIES_IN_CLUSTER = 60
      PAUSE_SECONDS = 0.1
      LONGEST_PAUSE_SECONDS = 0.4
      # A node that has lost its cluster still answers, and knows nothing: it counts as gone.
      APART = Regexp.union(/WSREP has not yet prepared/i, /Lock wait timeout.*wsrep/i, /WSREP detected deadlock/i,
                           /WSREP replication failed/i)

      # @return [Array<Array(String, Integer)>] host and port of each, those of the URL first
      def addresses
        @addresses ||= [[opts[:host], (opts[:port] || 3306).to_i], *more]
      end

      # Opens a connection to the first that answers, beginning with the one that answered last.
      def connect(server)
        tried = 0
        begin
          super
        rescue Sequel::DatabaseConnectionError, Mysql2::Error
          @current = (current + 1) % addresses.size
          (tried += 1) < addresses.size ? retry : raise
        end
      end

      def server_opts(server)
        host, port = addresses[current]
        super.merge(host: host, port: port)
      end

      # What only reads, outside of a transaction, is asked again.
      def execute(sql, opts = Sequel::OPTS, &block)
        tries = 0
        begin
          super
        rescue Sequel::DatabaseDisconnectError, Sequel::DatabaseConnectionError
          raise if in_transaction?(opts) || !READS.match?(sql) || (tries += 1) >= tries_at_most

          disconnect # those that nobody uses are as dead
          sleep([PAUSE_SECONDS * tries, LONGEST_PAUSE_SECONDS].min)
          retry
        end
      end

      private

      def current = @current ||= 0
      def tries_at_most = addresses.size > 1 ? TRIES_IN_CLUSTER : TRIES

      def more
        opts[:more].to_s.split(",").map do |address|
          host, port = address.strip.split(":")
          [host, (port || 3306).to_i]
        end
      end

      def disconnect_error?(error, opts) = super || APART.match?(error.message)
    end
  end
end
