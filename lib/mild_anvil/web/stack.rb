# frozen_string_literal: true

require "rack/builder"
require "rack/session/cookie"

module MildAnvil
  module Web
    # The application with everything in front of it.
    module Stack
      VAR = ENV.fetch("MILD_ANVIL_VAR", File.expand_path("../../../var", __dir__))
      SECRET_FILE = File.join(VAR, "session-secret")
      COOKIE = "mild_anvil"

      # Hands the secret to whoever signs with it.
      class KeepSecret
        def initialize(app, secret)
          @app = app
          @secret = secret
        end

        def call(env) = @app.call(env.merge("mild_anvil.secret" => @secret))
      end

      module_function

      # @param secret [String]
      # @return [#call] a Rack application
      def build(secret: SessionSecret.read(SECRET_FILE))
        Rack::Builder.app do
          use Hsts
          use KnownHosts
          use Patience
          use NamelessUploads
          use KeepSecret, secret
          use Rack::Session::Cookie, key: COOKIE, secret: secret, same_site: :strict, httponly: true, secure: true,
                                     assume_ssl: true
          use StopDoor
          use WholeOnly
          use SteadyDoor
          use SignIn
          run Application
        end
      end
    end
  end
end
