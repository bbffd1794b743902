# frozen_string_literal: true

require_relative "launch"

module Launch
  # The database of this installation for one command: the one in DATABASE_URL, ours that runs, or ours started for as
  # long as it takes.
  module Installation
    FOLDER = File.join(VAR, "database")

    module_function

    # @return [Hash] addresses of the database for the environment
    # @raise [Trouble]
    def open
      return yield(given) if ENV.key?("DATABASE_URL")

      running = DatabaseServer.running(FOLDER)
      return yield(addresses(running)) if running

      started { |server| yield(addresses(server)) }
    end

    def given = ENV.to_h.slice("DATABASE_URL", "OWNER_DATABASE_URL")

    def addresses(server) = { "DATABASE_URL" => server.url, "OWNER_DATABASE_URL" => server.owner_url }

    def started
      server = DatabaseServer.new(FOLDER, port: Launch.any_free_port)
      Launch.quietly { server.start }
      yield server
    ensure
      server&.stop
    end
  end
end
