# frozen_string_literal: true

module MildAnvil
  module Store
    # What the pool hands out is open: a request that was stopped within a query leaves its connection closed, and the
    # next one must not find that. A look costs nothing; only what has idled is asked over the wire.
    module SoundConnections
      IDLE_SECONDS = 60
      USED = :@mild_anvil_used_at

      # @param database [Sequel::Database]
      def self.for(database)
        database.extend(self)
        database.extension(:connection_validator)
        database.pool.connection_validation_timeout = -1 # whenever one is taken
      end

      # @param connection [Mysql2::Client]
      # @return [Boolean]
      def valid_connection?(connection)
        return false if connection.closed?

        now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        used = connection.instance_variable_get(USED)
        connection.instance_variable_set(USED, now)
        used.nil? || now - used < IDLE_SECONDS || super
      end
    end
  end
end
