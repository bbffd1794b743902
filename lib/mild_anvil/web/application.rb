# frozen_string_literal: true

require "sinatra/base"

module MildAnvil
  module Web
    # The HTTP face: parse, call one action, present. No rule of the job lives here.
    class Application < Sinatra::Base
      # A page may reach the stop of every web server of this installation.
      DOORS = StopDoor.peers.map { |address| " #{address} #{address.sub(/\Ahttp/, 'ws')}" }.join
      POLICY = "default-src 'self'; connect-src 'self'#{DOORS}; img-src 'self' data: blob:; " \
               "style-src 'self' 'unsafe-inline'; frame-ancestors 'none'; base-uri 'none'; form-action 'self'".freeze

      set :show_exceptions, false
      set :raise_errors, false
      set :dump_errors, false
      set :host_authorization, { permitted_hosts: KnownHosts.names }
      set :static, false
      set :sessions, false
      set :protection, except: %i[http_origin json_csrf session_hijacking remote_token]

      extend Operations

      helpers Replies, Identity

      register Faults
      register Routes::Session
      register Routes::People
      register Routes::Lots
      register Routes::Ask
      register Routes::Pulls
      register Routes::Judging
      register Routes::Files
      register Routes::Statements
      register Routes::Library
      register Routes::Events
      register Routes::Planning
      register Routes::Specimens
      register Routes::Acceptance
      register Routes::Register
      register Routes::Chain
      register Routes::Prepare
      register Routes::Benching
      register Routes::Proving
      register Routes::Comparing
      register Routes::LongTests
      register Routes::Watching
      register Routes::Upkeep
      register Routes::Papers
      register Routes::Packages
      register Routes::Trust
      register Routes::Practice
      register Routes::Tables

      before do
        headers "Content-Security-Policy" => POLICY, "X-Content-Type-Options" => "nosniff",
                "Referrer-Policy" => "no-referrer"
        headers "Cache-Control" => "no-store" if request.path_info.start_with?("/api/")
      end

      get "/api/openapi.json" do
        json(Description.shared.document)
      end

      get "/api/*" do
        raise Refused.nothing_at(request)
      end

      register Routes::Page
    end
  end
end
