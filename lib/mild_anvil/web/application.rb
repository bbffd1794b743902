# frozen_string_literal: true

require "sinatra/base"
require "yaml"

module MildAnvil
  module Web
    # The HTTP face: parse, call one action, present. No rule of the job lives here.
    class Application < Sinatra::Base
      DIST = File.expand_path("../../../frontend/dist", __dir__)
      OPENAPI = File.expand_path("../../../docs/api/openapi.yaml", __dir__)
      LOOPBACK = %w[127.0.0.1 localhost ::1 example.org].freeze
      POLICY = "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; frame-ancestors 'none'; base-uri 'none'; form-action 'self'"
      LONG_CACHE = "public, max-age=31536000, immutable"

      set :show_exceptions, false
      set :raise_errors, false
      set :dump_errors, false
      set :host_authorization, { permitted_hosts: LOOPBACK }
      set :public_folder, DIST
      set :static, false
      set :protection, except: %i[http_origin json_csrf]

      register Faults
      register Routes::Session
      register Routes::Lots
      register Routes::Lenders
      register Routes::Pulls
      register Routes::Findings
      register Routes::Curves
      register Routes::Files
      register Routes::Ratings

      helpers Replies

      before do
        headers "Content-Security-Policy" => POLICY, "X-Content-Type-Options" => "nosniff", "Referrer-Policy" => "no-referrer"
        same_origin! unless request.safe?
      end

      get "/api/health" do
        Actions::SessionFacts.database_answers!
        json({ status: "ok", version: VERSION })
      end

      get "/api/openapi.json" do
        json(Web.openapi)
      end

      get "/api/*" do
        raise NotFound.new("there is nothing at #{request.path}", path: request.path)
      end

      # The built front end: hashed files for ever, the page itself always fresh.
      get "/assets/*" do
        path = File.join(DIST, "assets", File.basename(params[:splat].first))
        raise NotFound.new("there is nothing at #{request.path}", path: request.path) unless File.file?(path)

        packed = "#{path}.gz"
        headers "Cache-Control" => LONG_CACHE, "Vary" => "Accept-Encoding"
        return send_file(path) unless File.file?(packed) && request.env["HTTP_ACCEPT_ENCODING"].to_s.include?("gzip")

        headers "Content-Encoding" => "gzip"
        send_file(packed, type: mime_type(File.extname(path)))
      end

      get "/*" do
        page = File.join(DIST, "index.html")
        raise NotFound.new("the front end is not built yet: run bin/start", path: request.path) unless File.file?(page)

        icon = File.join(DIST, File.basename(request.path))
        cache_control :no_cache
        send_file(request.path.end_with?(".svg") && File.file?(icon) ? icon : page)
      end
    end

    # @return [Hash] the API's description, read once
    def self.openapi = @openapi ||= YAML.safe_load_file(Application::OPENAPI)
  end
end
