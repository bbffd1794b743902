# frozen_string_literal: true

module MildAnvil
  # Where work that nobody waits for any more may be stopped from outside: in queries and in computations, and nowhere
  # else. Anywhere else it would leave something half done: a file of code read by half, a lock or a connection that
  # nobody gives back.
  module Stoppable
    HERE = { Stopped => :immediate }.freeze
    NOWHERE = { Stopped => :never }.freeze

    module_function

    # @raise [Stopped] when somebody outside asked for it, now or while the block runs
    def here
      Thread.handle_interrupt(HERE) do
        Thread.pass if Thread.pending_interrupt? # asked for already: not one step more
        yield
      end
    end

    # Nothing in the block is stopped but what says +here+; asked for and not met, it is raised at the end.
    def only_where_said(&block) = Thread.handle_interrupt(NOWHERE, &block)

    # A connection to the database whose queries may be stopped, except for what ends something: a transaction is
    # through, or it is not, and a lock is given back. Mixed into a Mysql2::Client, which closes itself when it is
    # stopped within a query.
    module Queries
      ENDS = /\A\s*(?:COMMIT|ROLLBACK|SELECT release_lock)/i

      def query(sql, ...)
        ENDS.match?(sql) ? super : Stoppable.here { super }
      end
    end
  end
end
