# frozen_string_literal: true

require "rack/protection"

module MildAnvil
  module Web
    # The names under which this installation is opened; whatever comes under another one is answered by nobody: not by
    # the pages, not by signing in, not by stop.
    class KnownHosts < Rack::Protection::HostAuthorization
      LOOPBACK = %w[127.0.0.1 localhost ::1 [::1]].freeze

      # @return [Array<String>]
      def self.names = LOOPBACK + ENV.fetch("PERMITTED_HOSTS", "").split(",").map(&:strip).reject(&:empty?)

      def self.known?(host) = names.include?(host)

      def initialize(app) = super(app, permitted_hosts: KnownHosts.names, logging: false)

      def default_reaction(_env)
        [403, { "content-type" => "application/json", "cache-control" => "no-store" },
         [JSON.generate(error: { kind: "forbidden", message: "This is not opened under that name", fields: {} })]]
      end
    end
  end
end
