# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # The built front end: hashed files for ever, the page itself always fresh.
      module Page
        DIST = File.expand_path("../../../../frontend/dist", __dir__)
        LONG_CACHE = "public, max-age=31536000, immutable"

        def self.registered(app)
          app.get("/assets/*") { send_asset(File.join(DIST, "assets", File.basename(params[:splat].first))) }
          app.get "/*" do
            page = File.join(DIST, "index.html")
            unless File.file?(page)
              raise NotFound.new("the front end is not built yet: run bin/start",
                                 path: request.path)
            end

            icon = File.join(DIST, File.basename(request.path))
            cache_control :no_cache
            send_file(request.path.end_with?(".svg") && File.file?(icon) ? icon : page)
          end
          app.helpers Assets
        end

        # Packed once at build time.
        module Assets
          def send_asset(path)
            raise NotFound.new("there is nothing at #{request.path}", path: request.path) unless File.file?(path)

            headers "Cache-Control" => LONG_CACHE, "Vary" => "Accept-Encoding"
            packed = "#{path}.gz"
            unless File.file?(packed) && request.env["HTTP_ACCEPT_ENCODING"].to_s.include?("gzip")
              return send_file(path)
            end

            headers "Content-Encoding" => "gzip"
            send_file(packed, type: mime_type(File.extname(path)))
          end
        end
      end
    end
  end
end
