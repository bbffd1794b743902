# frozen_string_literal: true

module MildAnvil
  module Web
    # Around signing in and out, which stand before the application and its answers to faults: asked again where the
    # database gave way, and what stays wrong is told in the form of all others.
    class SteadyDoor
      def initialize(app) = @app = app

      def call(env)
        Store::Database.again do
          input = env["rack.input"]
          input.rewind if input.respond_to?(:rewind)
          @app.call(env)
        end
      rescue *Store::Database::LOST => e
        told(503, Faults.of_the_database(e))
      rescue Stopped # for whoever stopped it
        raise
      rescue StandardError => e
        told(500, Faults.ours(e))
      end

      private

      def told(status, body)
        [status, { "content-type" => "application/json", "cache-control" => "no-store" }, [JSON.generate(body)]]
      end
    end
  end
end
