# frozen_string_literal: true

require "rack/multipart"

module MildAnvil
  module Web
    # Files that are being uploaded have no name on disk: refused, cut off or killed, none of them stays.
    class NamelessUploads
      def initialize(app) = @app = app

      def call(env)
        files = []
        env[Rack::RACK_MULTIPART_TEMPFILE_FACTORY] = lambda do |_name, _type|
          Actions::FileChoices.room.tap { |file| files << file }
        end
        @app.call(env)
      ensure
        files&.each(&:close)
      end
    end
  end
end
