# frozen_string_literal: true

module MildAnvil
  module Web
    # Where the certificate is the shop's own, browsers are told to come by TLS alone. One of our making is not promised
    # for so long.
    class Hsts
      SETTING = "MILD_ANVIL_HSTS"
      VALUE = "max-age=#{180 * 86_400}".freeze

      def initialize(app, on: ENV[SETTING].to_s == "1")
        @app = app
        @on = on
      end

      def call(env)
        status, headers, body = @app.call(env)
        headers = { **headers, "strict-transport-security" => VALUE } if @on
        [status, headers, body]
      end
    end
  end
end
