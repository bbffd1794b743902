# frozen_string_literal: true

require "ipaddr"

module MildAnvil
  module Web
    # The people of the demo, whose passwords are printed in its documents: let in from the machine itself, and not at
    # all where the pages are opened to a network.
    module DemoDoor
      NETWORK = "MILD_ANVIL_NETWORK"
      WORDS = "The people of the demo sign in on the machine itself alone, while it is not opened to a network: " \
              "their passwords are printed"
      FORWARDED = %w[HTTP_X_FORWARDED_FOR HTTP_FORWARDED HTTP_X_REAL_IP].freeze

      module_function

      # @param env [Hash] of a request
      # @return [Boolean]
      def open?(env)
        ENV[NETWORK].to_s.empty? && FORWARDED.none? { |name| env.key?(name) } && here?(env["REMOTE_ADDR"])
      end

      # @param login [String]
      # @return [Boolean] whether they are turned away
      def refuses_login?(env, login) = !open?(env) && Actions::DemoPeople.logins.include?(login.to_s.strip.downcase)

      # By a session or a key that they had before.
      def refuses?(env, person_id) = !open?(env) && Actions::DemoPeople.include?(person_id)

      # The server says nothing of where a request comes from that nobody sent through it.
      def here?(address)
        address.nil? || IPAddr.new(address).loopback?
      rescue IPAddr::Error
        false
      end
      private_class_method :here?
    end
  end
end
